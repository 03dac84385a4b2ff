import { formatDateTime } from '@/core/format/formatTime'
import type { SealedRecord } from '@/schema/record'
import type { CertificateSource, Doc, Standing } from './certificateSource'
import { ensureRoom, facts, heading, paragraph } from './page'

/** The signer, and who else took readings that the signer vouches for as recorded. */
function performedBy({ signature, rounds }: SealedRecord): string {
  const readers = new Set(
    rounds.flatMap(({ steps }) => steps.flatMap(({ readings }) => readings.map(({ takenBy }) => takenBy))),
  )
  const others = [...readers].filter((name) => name !== signature.personName)
  if (others.length === 0) return signature.personName
  if (!readers.has(signature.personName))
    return `${others.join(', ')}; recorded and signed for by ${signature.personName}`
  return `${signature.personName} and ${others.join(', ')} (who read which point stands under each table)`
}

/** Who looked at the record and signed that it may be issued. Source: ISO/IEC 17025:2017, 7.8.2.1 o. */
function authorised({ reviews, supersededBy }: Standing, timeZone: string): string {
  const last = reviews.at(-1)
  const words = !last
    ? 'nobody yet: not reviewed'
    : last.outcome === 'reviewed'
      ? `${last.personName}, who reviewed the record and authorises its issue, signed ${formatDateTime(last.signedAt, timeZone)}`
      : `nobody: returned by ${last.personName}, ${formatDateTime(last.signedAt, timeZone)}${last.remark ? `: ${last.remark}` : ''}`
  return supersededBy === null ? words : `${words}; superseded by record ${supersededBy}`
}

/** Who performed it, who authorised its issue, and the seal. */
export function signature(doc: Doc, { record, hash, timeZone, standing, proofKey }: CertificateSource): void {
  ensureRoom(doc, 120)
  heading(doc, 'Signature and seal', 110)
  facts(doc, [
    ['Performed by', `${performedBy(record)}, signed ${formatDateTime(record.signature.signedAt, timeZone)}`],
    ['Authorised by', authorised(standing, timeZone)],
    ['Seal, SHA-256', hash],
    ['Record before', record.previousHash],
    ...(proofKey === null ? [] : [['Checkpoint key', `Ed25519 ${proofKey}`] as const]),
    ['Run', record.run.id],
    ['Software', `Barys ${record.world.softwareVersion}, ${record.format}`],
  ])
  doc.moveDown(0.3)
  paragraph(
    doc,
    'Signed electronically and sealed: the hash covers every reading, correction and adjustment of this record and the hash of the record before it. It relates only to the instrument named, as it was when calibrated.',
    { size: 8 },
  )
}
