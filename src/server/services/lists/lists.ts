import { calendarDate } from '@/core/format/formatTime'
import { LIST_NAMES, LISTS, type ListName } from '@/plans/import/lists'
import type { ImportRequest } from '@/schema/importedRows'
import { NotFound } from '../../refusals'
import type { Actor } from '../actor'
import { siteTimeZone } from '../people/site'
import { calibrationsToImport, listedCalibrations } from './importCalibrations'
import { IMPORTED_INSTRUMENTS, listedInstruments } from './importInstruments'
import { importList, type Told } from './importList'
import { IMPORTED_REFERENCES, listedReferences } from './importReferences'

/** @throws {NotFound} for a list there is none of */
export function listNamed(name: string): ListName {
  const found = LIST_NAMES.find((each) => each === name)
  if (!found) throw new NotFound('list', `there is no list ${name}`, `ask for ${LIST_NAMES.join(' or ')}`)
  return found
}

/**
 * Looks at the rows of a list, or takes them.
 *
 * @throws {NotFound} for a list there is none of
 */
export async function importNamed(
  name: string,
  request: ImportRequest,
  how: { readonly actor: Actor; readonly told: Told },
): Promise<void> {
  const list = listNamed(name)
  switch (list) {
    case 'instruments':
      return importList(IMPORTED_INSTRUMENTS, request, how)
    case 'references':
      return importList(IMPORTED_REFERENCES, request, how)
    case 'calibrations':
      return importList(calibrationsToImport(calendarDate(how.actor.now, await siteTimeZone())), request, how)
    default:
      return list satisfies never
  }
}

/** What is registered, as rows. */
const LISTED = { instruments: listedInstruments, references: listedReferences, calibrations: listedCalibrations }

/** A list as a file: its columns, and a row for each thing that is registered; none where only its heads are wanted. */
export async function listFile(name: ListName, { isTemplate }: { readonly isTemplate: boolean }) {
  const { columns } = LISTS[name].list
  return { columns, rows: isTemplate ? [] : await LISTED[name]() }
}
