import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import { REFERENCE_LIST } from '@/plans/import/lists'
import { type Cells, writeCells } from '@/plans/import/table'
import { certificateFormOf, referenceFormOf } from '@/plans/referenceFacts'
import { certificatesOfRange } from '@/plans/workingReferencesOf'
import type { ImportedReference } from '@/schema/importedReference'
import type { Reference } from '@/schema/reference'
import type { CertificateForm, ReferenceForm } from '@/schema/referenceForm'
import { pool, type Transaction } from '../../database'
import { selectReference, selectReferences } from '../../sql/references/reference'
import type { Actor } from '../actor'
import { changeReferenceIn, enterCertificateIn, registerIn } from '../references/references'
import type { ImportedList, ImportRow } from './importList'

/** A range of a registered reference, by its mark. */
type Known = { readonly reference: Reference; readonly mark: string }

const keyOf = (code: string, mark: string) => `${code.trim()}·${mark.trim()}`

/** References as a list brings them: a row for each range, told apart by code and mark. */
export const IMPORTED_REFERENCES: ImportedList<(typeof REFERENCE_LIST)['schema'], Known> = {
  list: REFERENCE_LIST,
  keyOf: (cells) => keyOf(cells['device.code'] ?? '', cells['range.mark'] ?? ''),
  keyColumn: 'device.code',
  eventKind: 'references imported',
  loadKnown: async (db) => {
    const known = (await selectReferences(db)).flatMap(rangesOf)
    return new Map(known.map((each) => [keyOf(each.reference.code, each.mark), each]))
  },
  asRow,
  store: async (db, rows, { actor, fileName, step }) => {
    const codes = [...new Set(rows.flatMap(({ value }) => (value ? [value.device.code] : [])))]
    for (const [index, code] of codes.entries()) {
      step(index)
      const own = rows.filter(({ value }) => value?.device.code === code)
      if (own.some(({ answer }) => answer.state !== 'same')) await stored(db, own, { actor, fileName, code })
    }
  },
}

const rangesOf = (reference: Reference): Known[] =>
  reference.facts.ranges.filter(({ isRemoved }) => !isRemoved).map(({ mark }) => ({ reference, mark }))

/** A range of a reference as a row of the list, with the newest certificate of it. */
function asRow({ reference, mark }: Known): unknown {
  const { ranges, ...device } = referenceFormOf(reference)
  const stored = reference.facts.ranges.find((range) => range.mark === mark && !range.isRemoved)
  const newest = stored && certificatesOfRange(reference, stored.id)[0]?.certificate
  return {
    device,
    range: ranges.find((range) => range.mark === mark),
    ...(newest && { certificate: rowOfCertificate(certificateFormOf(newest, reference), mark) }),
  }
}

function rowOfCertificate({ ranges, ...certificate }: CertificateForm, mark: string) {
  const { mark: _, ...said } = ranges.find((range) => range.mark === mark) ?? { mark }
  return { ...certificate, ...said }
}

type Rows = readonly ImportRow<ImportedReference, Known>[]
type How = { readonly actor: Actor; readonly fileName: string; readonly code: string }

/** All rows of one device at once: it is registered or changed, then its certificates are entered. */
async function stored(db: Transaction, rows: Rows, { actor, fileName, code }: How): Promise<void> {
  const values = rows.flatMap(({ value }) => (value ? [value] : []))
  const [first] = values
  if (!first) return
  const present = rows.find(({ known }) => known)?.known?.reference ?? (await selectReference(db, { code }))
  const wanted: ReferenceForm = { ...first.device, ranges: rangesWith(present, values) }
  const id = present?.id ?? randomUUID()
  if (!present) await registerIn(db, { id, reference: wanted }, actor)
  else if (!isDeepStrictEqual(wanted, referenceFormOf(present))) {
    const edit = {
      basedOnVersion: present.version,
      reference: wanted,
      reason: `from the list ${fileName}`.slice(0, 500),
    }
    await changeReferenceIn(db, { id, edit }, actor)
  }
  for (const certificate of certificatesIn(values))
    if (!present?.certificates.some(({ number }) => number === certificate.number)) {
      const sent = { id: randomUUID(), certificate, supersedes: null, reason: null }
      await enterCertificateIn(db, { referenceId: id, sent, recordSequence: null }, actor)
    }
}

/** Ranges of the list in their order; those of the device that the list does not name stay after them. */
function rangesWith(present: Reference | null, values: readonly ImportedReference[]): ReferenceForm['ranges'] {
  const named = values.map(({ range }) => range)
  const before = present ? referenceFormOf(present).ranges : []
  const kept = before.map((range) => named.find(({ mark }) => mark === range.mark) ?? range)
  return [...kept, ...named.filter(({ mark }) => !before.some((range) => range.mark === mark))]
}

/** Certificates by their number: one may cover several ranges. */
function certificatesIn(values: readonly ImportedReference[]): CertificateForm[] {
  const byNumber = new Map<string, CertificateForm>()
  for (const { range, certificate } of values) {
    if (!certificate) continue
    const { coverageFactor, uncertainty, points, found, ...facts } = certificate
    const said = { mark: range.mark, coverageFactor, uncertainty, points, found }
    const known = byNumber.get(facts.number)
    byNumber.set(facts.number, { ...facts, ranges: [...(known?.ranges ?? []), said] })
  }
  return [...byNumber.values()]
}

/** Every range of every reference as cells, by the columns of the list. */
export async function listedReferences(): Promise<Cells[]> {
  const known = (await selectReferences(pool())).flatMap(rangesOf)
  return known.map((each) => writeCells(asRow(each), REFERENCE_LIST.columns))
}
