import { randomUUID } from 'node:crypto'
import canonicalize from 'canonicalize'
import { formatPlain } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { MOVEMENTS } from '@/core/impact/whenMoved'
import { Refusal } from '@/core/refusal'
import { unitLabel } from '@/core/units/pressureUnit'
import { wantedAgain } from '@/plans/impactRow'
import { codeOfRange } from '@/plans/workingReferencesOf'
import { FindingRecord, type ImpactAsk, type NewFinding, type ToldFinding, type UndoFinding } from '@/schema/impact'
import type { Reference } from '@/schema/reference'
import { pool, type Transaction, transaction } from '../../database'
import { GENESIS_HASH, sha256 } from '../../hash'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import {
  type Finding,
  insertFinding,
  isUndone,
  lockFindings,
  selectFinding,
  selectFindingsOf,
  selectFindingsOn,
} from '../../sql/references/finding'
import { insertFollowUp, selectFollowUps } from '../../sql/references/followUp'
import type { Actor } from '../actor'
import { impactOf, supposedOf } from './impact'

/** How it was said to be off, in words of the reference’s own figures. */
export function foundWords(
  { found }: ImpactAsk,
  { unitLabel, certificate }: { unitLabel: string; certificate: string },
): string {
  switch (found.kind) {
    case 'certificate':
      return `as found by certificate ${certificate}`
    case 'constant':
      return `${formatPlain(found.value)} ${unitLabel} too much shown`
    case 'percent-reading':
      return `${formatPlain(found.value)} % of what it showed too much`
    case 'percent-range':
      return `${formatPlain(found.value)} % of its range too much shown`
    default:
      return found satisfies never
  }
}

/** The same with the reference and its certificate looked up. */
export async function supposedWords(referenceId: string, ask: ImpactAsk, now: Date) {
  const { reference } = await supposedOf(referenceId, ask, now)
  const range = reference.facts.ranges.find(({ id }) => id === ask.rangeId)
  if (!range) throw new NotFound('rangeId', 'there is no such range', 'choose one of its ranges')
  const { found } = ask
  const certificate =
    found.kind === 'certificate'
      ? (reference.certificates.find(({ id }) => id === found.certificateId)?.number ?? '')
      : ''
  return {
    code: codeOfRange(reference.code, range),
    found: foundWords(ask, { unitLabel: unitLabel(range.unit), certificate }),
  }
}

/**
 * Attaches to every record that says something else what was found: a record of its own, chained to the findings before.
 * Nothing sealed is changed. Sent twice it is attached once.
 *
 * @throws {Refusal} where nothing changes, so that there is nothing to attach
 */
export async function attachFinding(referenceId: string, { id, ask, words }: NewFinding, actor: Actor) {
  const known = await selectFinding(pool(), { id })
  if (known) return repeated(known, words)
  const { now } = actor
  const { code, found } = await supposedWords(referenceId, ask, now)
  const { rows } = await impactOf(referenceId, ask, { now })
  if (rows.length === 0)
    throw new Refusal('ask', 'no record changes its verdict', 'there is nothing to attach a finding to')
  const { rangeId, from, to, movement, on } = ask
  return transaction((db) =>
    appendFinding(
      db,
      { id, rangeId, actor },
      {
        reference: { code, rangeId },
        supposed: { from, to, movement, on, found },
        words,
        records: rows.map(({ sequence, tag, round, change, basis, before, after, limit }) => ({
          ...{ sequence, tag, round, change, basis, before, after, limit },
        })),
      },
    ),
  )
}

const repeated = ({ sequence, hash, record }: Finding, words: string) => {
  if (FindingRecord.parse(JSON.parse(record)).words !== words)
    throw new Conflict('id', `this id is that of finding ${sequence}, with other words`, 'send it with a new id')
  return { sequence, hash }
}

/** Undoes a finding by a further one; the first stays to be read. */
export async function undoFinding(sequence: number, { id, words }: UndoFinding, actor: Actor) {
  const known = await selectFinding(pool(), { id })
  if (known) return repeated(known, words)
  return transaction(async (db) => {
    const finding = await selectFinding(db, { sequence })
    if (!finding) throw new NotFound('finding', `there is no finding ${sequence}`, 'open it from its record')
    if (finding.undoes !== null)
      throw new Refusal('finding', 'it undoes another itself', 'attach a new finding instead')
    const { reference } = FindingRecord.parse(JSON.parse(finding.record))
    return appendFinding(
      db,
      { id, rangeId: reference.rangeId, actor },
      { reference, undoes: sequence, words, records: [] },
    )
  })
}

type Said = Omit<FindingRecord, 'format' | 'sequence' | 'previousHash' | 'by' | 'at'>

async function appendFinding(
  db: Transaction,
  { id, rangeId, actor: { person, now } }: { id: string; rangeId: string; actor: Actor },
  said: Said,
) {
  const last = await lockFindings(db)
  const sequence = (last?.sequence ?? 0) + 1
  const previousHash = last?.hash ?? GENESIS_HASH
  const at = now.toISOString()
  const record = FindingRecord.parse({
    format: 'barys-finding-1',
    sequence,
    previousHash,
    by: person.name,
    at,
    ...said,
  })
  const text = canonicalize(record)
  if (text === undefined) throw new Error('a finding has no canonical JSON') // cannot be: it has been parsed by its schema
  const hash = sha256(text)
  const undoes = said.undoes ?? null
  if (undoes !== null && (await isUndone(db, undoes)))
    throw new Conflict('finding', `finding ${undoes} is undone already`, 'open its record again')
  await insertFinding(db, {
    ...{ sequence, id, rangeId, previousHash, hash, record: text, undoes, at: now, personId: person.id },
    records: record.records,
  })
  const detail = { finding: sequence, hash, records: record.records.length, ...(undoes !== null && { undoes }) }
  await insertEvent(db, { at: now, personId: person.id, kind: 'finding attached', subjectId: rangeId, detail })
  return { sequence, hash }
}

/**
 * Asks for every instrument whose pass becomes a fail to be calibrated again: due at once on the day sheet. One that has
 * been since, or is asked for already, is left alone.
 *
 * @returns tags of those that are asked for
 */
export async function wantFollowUps(referenceId: string, ask: ImpactAsk, { person, now }: Actor) {
  const { code, found } = await supposedWords(referenceId, ask, now)
  const { rows } = await impactOf(referenceId, ask, { now })
  return transaction(async (db) => {
    // Two who press at once ask once.
    await lockFindings(db)
    const asked = new Set((await selectFollowUps(db)).map(({ instrumentId }) => instrumentId))
    // The gravest of each instrument says why.
    const first = wantedAgain(rows).filter(({ instrumentId }) => !asked.has(instrumentId))
    for (const { instrumentId, sequence, day } of first) {
      const reason = `${code} was off, ${found}: record ${sequence} of ${formatDate(day)} would not have passed`
      await insertFollowUp(db, { id: randomUUID(), instrumentId, reason, at: now, personId: person.id })
      const detail = { reason }
      await insertEvent(db, { at: now, personId: person.id, kind: 'follow-up wanted', subjectId: instrumentId, detail })
    }
    return { tags: first.map(({ tag }) => tag) }
  })
}

/** The findings about a reference, the newest first. */
export async function findingsOfReference({ facts }: Pick<Reference, 'facts'>): Promise<ToldFinding[]> {
  const found = await selectFindingsOf(
    pool(),
    facts.ranges.map(({ id }) => id),
  )
  return found.map(({ record, undoneBy }) => toldFinding(record, undoneBy))
}

/** What was found of a record since it was sealed, the newest first. */
export async function findingsOnRecord(sequence: number): Promise<ToldFinding[]> {
  const found = await selectFindingsOn(pool(), sequence)
  return found.map(({ record, undoneBy, change }) => ({ ...toldFinding(record, undoneBy), change }))
}

function toldFinding(text: string, undoneBy: number | null): ToldFinding {
  const { sequence, words, supposed, reference, at, by, records } = FindingRecord.parse(JSON.parse(text))
  return {
    ...{ sequence, words, at, by, undoneBy, records: records.length, change: null },
    supposed: supposed
      ? `${reference.code} ${supposed.found}, ${MOVEMENTS[supposed.movement].label}${supposed.on ? `: ${formatDate(supposed.on)}` : ''}`
      : reference.code,
  }
}
