import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import type { ConfigurationEdit, NewInstrument } from '@/schema/configurationForm'
import { type Transaction, transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertConfiguration, insertInstrument, lockInstrument, selectInstrument } from '../../sql/register/instrument'
import type { Actor } from '../actor'

/**
 * Registers an instrument with its first configuration.
 *
 * @returns its id and tag
 * @throws {Conflict} when the tag is taken
 */
export const registerInstrument = (input: z.infer<typeof NewInstrument>, actor: Actor) =>
  transaction((db) => registerInstrumentIn(db, input, actor))

/** The same inside a transaction of the caller’s. */
export async function registerInstrumentIn(
  db: Transaction,
  input: z.infer<typeof NewInstrument>,
  { person, now }: Actor,
  reason = 'registered',
) {
  const id = randomUUID()
  if (!(await insertInstrument(db, { id, tag: input.tag, at: now, personId: person.id })))
    throw new Conflict('tag', `${input.tag} is registered already`, 'open that instrument, or choose another tag')
  await insertConfiguration(db, {
    id: randomUUID(),
    instrumentId: id,
    version: 1,
    configuration: input.configuration,
    at: now,
    personId: person.id,
    reason,
  })
  await insertEvent(db, { at: now, personId: person.id, kind: 'instrument registered', subjectId: id })
  return { id, tag: input.tag }
}

/**
 * Edits an instrument: a further version of its configuration. Old runs keep theirs.
 *
 * @throws {NotFound} for an unknown id
 * @throws {Conflict} when somebody else has made a version since this one was opened
 */
export const editConfiguration = (instrumentId: string, edit: z.infer<typeof ConfigurationEdit>, actor: Actor) =>
  transaction((db) => editConfigurationIn(db, { instrumentId, edit }, actor))

/** The same inside a transaction of the caller’s. */
export async function editConfigurationIn(
  db: Transaction,
  { instrumentId, edit }: { readonly instrumentId: string; readonly edit: z.infer<typeof ConfigurationEdit> },
  { person, now }: Actor,
) {
  await lockInstrument(db, instrumentId)
  const newest = await selectInstrument(db, { id: instrumentId })
  if (!newest) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
  if (newest.version !== edit.basedOnVersion)
    throw new Conflict(
      'basedOnVersion',
      `${newest.changedBy} made version ${newest.version} while this one was being edited`,
      'reload, look at the new version, and enter your change again',
    )
  const version = newest.version + 1
  await insertConfiguration(db, {
    id: randomUUID(),
    instrumentId,
    version,
    configuration: edit.configuration,
    at: now,
    personId: person.id,
    reason: edit.reason,
  })
  await insertEvent(db, {
    at: now,
    personId: person.id,
    kind: 'configuration changed',
    subjectId: instrumentId,
    detail: { version },
  })
  return { id: instrumentId, tag: newest.tag, version }
}
