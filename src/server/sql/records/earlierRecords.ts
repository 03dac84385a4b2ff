import { z } from 'zod'
import type { Queryable } from '../../database'
import { HISTORY_COLUMNS } from '../register/configurationRow'

const historyOf = (configuration: string) => HISTORY_COLUMNS.map((column) => `${configuration}.${column}`).join(', ')

/**
 * Records of an instrument sealed on the very range, body and limit that a configuration has now, newest first. An
 * amendment counts in the place of what it amends, by the day the work was sealed first.
 */
const SELECT_SAME = `
  SELECT s.sequence, s.as_left,
         to_char(min(first.sealed_at) AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') AS sealed_at
    FROM seal s
    JOIN run r ON r.id = s.run_id AND r.instrument_id = $1
    JOIN instrument_configuration was ON was.id = r.configuration_id
    JOIN instrument_configuration now ON now.id = $2
     AND (${historyOf('was')}) IS NOT DISTINCT FROM (${historyOf('now')})
    JOIN LATERAL (
      WITH RECURSIVE line AS (
        SELECT sequence, amends, sealed_at FROM seal WHERE sequence = s.sequence
        UNION ALL
        SELECT b.sequence, b.amends, b.sealed_at FROM seal b JOIN line ON b.sequence = line.amends)
      SELECT sealed_at FROM line) first ON true
   WHERE NOT EXISTS (SELECT FROM seal later WHERE later.amends = s.sequence)
     -- A range left and come back to is another piece of history: what lies before the last change says nothing of now.
     AND s.sealed_at > coalesce((SELECT max(changed_at) FROM range_change
                                  WHERE instrument_id = $1 AND verdict <> 'unchanged'), '-infinity')
     AND NOT EXISTS (SELECT FROM instrument_configuration other
                      WHERE other.instrument_id = $1 AND other.created_at > s.sealed_at
                        AND (${historyOf('other')}) IS DISTINCT FROM (${historyOf('now')}))
   GROUP BY s.sequence, s.as_left
   ORDER BY s.sequence DESC
   LIMIT $3`

const SameRow = z
  .object({ sequence: z.string().transform(Number), as_left: z.string(), sealed_at: z.string() })
  .transform(({ sequence, as_left, sealed_at }) => ({ sequence, asLeft: as_left, sealedAt: sealed_at }))
export type EarlierRecord = z.infer<typeof SameRow>

export async function selectRecordsOfSameRange(
  db: Queryable,
  { instrumentId, configurationId, limit }: { instrumentId: string; configurationId: string; limit: number },
): Promise<EarlierRecord[]> {
  const { rows } = await db.query(SELECT_SAME, [instrumentId, configurationId, limit])
  return z.array(SameRow).parse(rows)
}
