import { formatDateTime } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { AUDIT_WORDS, type AuditFilter, type AuditLine } from '@/schema/audit'
import { pool } from '../../database'
import type { ListFile } from '../../documents/listFile'
import type { Heads } from '../../proof/checkpoint'
import { selectAudit } from '../../sql/proof/audit'
import { selectHeads } from '../../sql/proof/heads'
import { siteTimeZone } from '../people/site'
import { publicProofKey } from './checkpoints'

/** So many lines stand on a page. */
const PAGE_LINES = 100
/** A file holds as many; one that left lines out without a word would be worse than none. */
const FILE_LINES = 50_000

/** A page of the audit trail, the newest line first, and where the next page begins. */
export async function auditPage(
  filter: AuditFilter,
): Promise<{ lines: readonly AuditLine[]; next: string | null; timeZone: string }> {
  const timeZone = await siteTimeZone()
  const found = await selectAudit(pool(), { filter, limit: PAGE_LINES + 1, timeZone })
  const lines = found.slice(0, PAGE_LINES)
  return { lines, next: found.length > PAGE_LINES ? (lines.at(-1)?.key ?? null) : null, timeZone }
}

const COLUMNS = [
  { key: 'at', title: 'When (UTC)' },
  { key: 'local', title: 'When' },
  { key: 'who', title: 'Who' },
  { key: 'what', title: 'What' },
  { key: 'tag', title: 'Instrument' },
  { key: 'record', title: 'Record' },
  { key: 'about', title: 'About' },
  { key: 'why', title: 'Why' },
] as const

/**
 * The audit trail as a list for a file. Its first line says where the chain of acts stands, and with whose key checkpoints
 * are signed: by it a later verification finds what was rewritten since, wherever the file has gone.
 *
 * @throws {Refusal} where more match than a file holds
 */
export async function auditFile(filter: AuditFilter, now: Date, most = FILE_LINES): Promise<ListFile> {
  const timeZone = await siteTimeZone()
  const { acts } = await selectHeads(pool())
  const lines = await selectAudit(pool(), { filter, limit: most + 1, timeZone })
  if (lines.length > most)
    throw new Refusal('from', `more than ${most} acts match`, 'narrow it by days, and take a file for each part')
  return {
    columns: COLUMNS,
    rows: [
      headRow(acts, { now, timeZone }),
      ...lines.map(({ at, who, kind, tag, sequence, about, why }) => ({
        at,
        local: formatDateTime(at, timeZone),
        who: who ?? '',
        what: AUDIT_WORDS[kind],
        tag: tag ?? '',
        record: sequence === null ? '' : String(sequence),
        about: about ?? '',
        why: why ?? '',
      })),
    ],
  }
}

function headRow({ count, hash }: Heads['acts'], { now, timeZone }: { now: Date; timeZone: string }) {
  const key = publicProofKey()
  return {
    at: now.toISOString(),
    local: formatDateTime(now.toISOString(), timeZone),
    who: '',
    what: 'this file was made',
    ...{ tag: '', record: '' },
    about: `last of ${count} acts: ${hash}`,
    why: key ? `checkpoints signed with ${key.publicKey} (Ed25519)` : '',
  }
}
