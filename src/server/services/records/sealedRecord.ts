import canonicalize from 'canonicalize'
import { analyseRound } from '@/core/analysis/roundAnalysis'
import { ofCountedRounds } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import { SealedRecord } from '@/schema/record'
import type { RunView } from '@/schema/runView'
import { sha256 } from '../../hash'
import type { Signature } from '../../sql/run/signature'

/** What a record is made from. */
export type RecordParts = {
  readonly run: RunView
  readonly state: RunState
  readonly signature: Omit<Signature, 'id'>
  readonly site: string
  readonly issuer?: { readonly address: string; readonly method: string } | undefined
  readonly certificateNumber?: string | undefined
  /** What was assumed or left out of the uncertainty. */
  readonly assumptions?: readonly string[] | undefined
  readonly sequence: number
  readonly previousHash: string
}

/** The record of a run: what was recorded, what follows from it, who signed, and the link before it. */
export function recordOf({
  run,
  state,
  signature,
  site,
  issuer,
  certificateNumber,
  assumptions,
  sequence,
  previousHash,
}: RecordParts): SealedRecord {
  const results = state.rounds.map(({ points, analysis }, round) => ({
    round,
    points,
    verdict: analysis.verdict,
    largestErrorPercentSpan: analysis.largest?.errorPercentSpan,
    nearestLimitErrorPercentSpan: analysis.nearestLimit?.errorPercentSpan,
    hysteresisPercentSpan: analysis.hysteresisPercentSpan,
  }))
  const counted = ofCountedRounds(run.rounds, results)
  return SealedRecord.parse({
    format: 'barys-record-1',
    sequence,
    previousHash,
    site,
    issuer,
    certificateNumber,
    assumptions,
    run: { id: run.id, startedAt: run.startedAt, startedBy: run.startedBy, stage: state.stage },
    world: run.world,
    rounds: run.rounds,
    workSteps: run.workSteps,
    loopChecks: run.loopChecks,
    terminalChecks: run.terminalChecks,
    exchanges: run.exchanges,
    pauses: run.pauses,
    results,
    conformity: {
      rule: run.world.decisionRule,
      asFound: counted.asFound?.verdict,
      asLeft: (counted.asLeft ?? counted.asFound)?.verdict,
    },
    signature: {
      personName: signature.personName,
      meaning: signature.meaning,
      remark: signature.remark,
      signedAt: signature.signedAt.toISOString(),
      ...(signature.ambientEndCelsius !== undefined && { ambientEndCelsius: signature.ambientEndCelsius }),
    },
  })
}

/** What follows from the readings of a record, as it was worked out when it was sealed: never by a newer version. */
export const sealedState = ({ run, results }: SealedRecord): RunState => ({
  stage: run.stage,
  rounds: results.map(({ points }) => ({ points, analysis: analyseRound(points) })),
})

/**
 * Canonical JSON of a record (RFC 8785) and its SHA-256. The hash of the record before it is part of the text, which is
 * what chains them.
 */
export function sealText(record: SealedRecord): { text: string; hash: string } {
  const text = canonicalize(record)
  if (text === undefined) throw new Error('a record has no canonical JSON') // cannot be: it has been parsed by its schema
  return { text, hash: sha256(text) }
}
