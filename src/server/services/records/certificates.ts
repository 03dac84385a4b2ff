import { createHash } from 'node:crypto'
import canonicalize from 'canonicalize'
import { pool } from '../../database'
import type { CertificateSource } from '../../documents/certificateSource'
import { SOFTWARE_VERSION } from '../../environment'
import { sha256 } from '../../hash'
import { drawn } from '../../heavy/pools'
import { log } from '../../log'
import { NotFound } from '../../refusals'
import {
  type CertificateCopy,
  insertCertificateCopy,
  selectCertificateCopies,
  selectCertificateCopy,
  selectKeptDocument,
} from '../../sql/records/keptDocument'
import { amendmentOf } from '../lookUps'
import { showAsTheSiteDoes, siteTimeZone } from '../people/site'
import { publicProofKey } from '../proof/checkpoints'
import { traceabilityOf } from '../references/traceability'
import { sealedRecordAt } from '../register/instrumentPage'
import { reviewsOf } from './reviewRecord'

/** A certificate as it was issued. */
export type IssuedCertificate = {
  readonly pdf: Uint8Array
  readonly sha256: string
  readonly sequence: number
  readonly tag: string
}

/**
 * The certificate of a record as it stands now. What was issued before is given out again to the byte; where something it
 * says has changed since, such as by a review, it is drawn and kept anew.
 *
 * @throws {Busy} where too many are drawn at once
 */
export async function certificateOf(sequence: number, now: Date, signal?: AbortSignal): Promise<IssuedCertificate> {
  const { record, ...source } = await sourceOf(sequence)
  const key = { sequence, source: sourceHash({ record, ...source }) }
  const about = { sequence, tag: record.world.instrument.tag }
  const known = await selectCertificateCopy(pool(), key)
  if (known) return { ...about, pdf: known.content, sha256: known.sha256 }
  const standing = { ...source.standing, printedAt: now.toISOString() }
  const pdf = await drawn('certificate', { record, ...source, standing }, signal)
  const hash = createHash('sha256').update(pdf).digest('hex')
  await insertCertificateCopy(pool(), { ...key, sha256: hash, content: pdf, at: now })
  const kept = await selectCertificateCopy(pool(), key)
  return { ...about, pdf: kept?.content ?? pdf, sha256: kept?.sha256 ?? hash }
}

/** Draws and keeps the certificate of a record that was just sealed, while nobody waits for it. */
export function keepCertificate(sequence: number, now: Date): void {
  certificateOf(sequence, now).catch((error: unknown) =>
    log.warn({ error, sequence }, 'its certificate was not kept at the seal; it is when somebody asks for it'),
  )
}

/** Every issue of a record's certificate, oldest first. */
export const certificateCopies = (sequence: number): Promise<CertificateCopy[]> =>
  selectCertificateCopies(pool(), sequence)

/**
 * An issue by its hash.
 *
 * @throws {NotFound} where this record has no such issue
 */
export async function issuedCertificate(sequence: number, hash: string): Promise<IssuedCertificate> {
  const { record } = await sealedRecordAt(sequence)
  const isOfRecord = (await certificateCopies(sequence)).some((copy) => copy.sha256 === hash)
  const pdf = isOfRecord ? await selectKeptDocument(pool(), hash) : null
  if (!pdf) throw new NotFound('copy', `no issue of record ${sequence} has this hash`, 'choose one from its page')
  return { pdf, sha256: hash, sequence, tag: record.world.instrument.tag }
}

async function sourceOf(sequence: number): Promise<CertificateSource> {
  const { seal, record } = await sealedRecordAt(sequence)
  const [reviews, supersededBy, { paper, decimalMark, conditionUnits }, zone, trace] = await Promise.all([
    reviewsOf(seal.sequence),
    amendmentOf(seal.sequence),
    // Drawn with the mark its issue is kept under, whatever this process showed before.
    showAsTheSiteDoes(),
    siteTimeZone(),
    traceabilityOf(record),
  ])
  return {
    record,
    hash: seal.hash,
    timeZone: record.world.timeZone ?? zone,
    paper,
    // Left out where they are the usual ones: copies that were issued before there was a choice stay what they are.
    ...(decimalMark !== '.' && { decimalMark }),
    ...(conditionUnits !== 'si' && { conditionUnits }),
    standing: { reviews, supersededBy, printedAt: '' },
    trace,
    proofKey: publicProofKey()?.publicKey ?? null,
  }
}

/** The record by its own hash; another version of the software may word it otherwise. */
function sourceHash({ record: _, ...source }: CertificateSource): string {
  return sha256(canonicalize({ ...source, software: SOFTWARE_VERSION }) ?? '')
}
