import { z } from 'zod'
import type { Queryable } from '../../database'

/** Something that went to a device, or came from it. */
export type NewLinkLine = {
  readonly deviceId: string
  readonly at: Date
  readonly isSent: boolean
  readonly text: string
}

const LONGEST = 4096

export async function insertLines(db: Queryable, sessionId: string, lines: readonly NewLinkLine[]): Promise<void> {
  if (lines.length === 0) return
  await db.query(
    `INSERT INTO link_line (session_id, device_id, at, is_sent, text)
     SELECT $1, * FROM unnest($2::uuid[], $3::timestamptz[], $4::boolean[], $5::text[])`,
    [
      sessionId,
      lines.map(({ deviceId }) => deviceId),
      lines.map(({ at }) => at),
      lines.map(({ isSent }) => isSent),
      // A device may send what is no text; PostgreSQL takes no NUL.
      lines.map(({ text }) => text.replaceAll('\u0000', '␀').slice(0, LONGEST)),
    ],
  )
}

const LineRow = z
  .object({
    place: z.coerce.number(),
    session_id: z.uuid(),
    at: z.date(),
    name: z.string(),
    is_sent: z.boolean(),
    text: z.string(),
  })
  .transform(({ session_id, is_sent, ...row }) => ({ ...row, sessionId: session_id, isSent: is_sent }))
export type LoggedLine = z.infer<typeof LineRow>

/** What went to and from the devices of a run, in its order: a window of it, beginning after a place. */
export async function selectLinesOfRun(
  db: Queryable,
  runId: string,
  { after, limit }: { readonly after: number; readonly limit: number },
): Promise<LoggedLine[]> {
  const { rows } = await db.query(
    `SELECT l.place, l.session_id, l.at, d.name, l.is_sent, l.text
       FROM link_member m JOIN link_line l ON l.session_id = m.session_id JOIN device d ON d.id = l.device_id
      WHERE m.run_id = $1 AND l.place > $2
        AND (d.kind = 'source' OR d.id IN (m.meter_id, m.transmitter_id))
      ORDER BY l.place LIMIT $3`,
    [runId, after, limit],
  )
  return z.array(LineRow).parse(rows)
}
