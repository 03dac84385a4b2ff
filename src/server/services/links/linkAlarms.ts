import type { LinkAlarm } from '@/schema/links'
import { pool } from '../../database'
import { selectAlarmed } from '../../sql/links/linkLive'

/** Longer than it takes until another process has a session whose own is gone. */
const SILENT_S = 15

/** Sources that somebody must go to: those with an alarm, and those under pressure that no process looks at. */
export async function linkAlarms(): Promise<readonly LinkAlarm[]> {
  const found = await selectAlarmed(pool(), SILENT_S)
  return found.flatMap(
    ({
      shown: {
        members: [first],
        alarm,
        isVentOwed,
      },
      age,
    }) => {
      if (!first) return []
      const words =
        age > SILENT_S
          ? `No server process has looked at its source for ${Math.round(age)} s, and pressure stood then. Go to it, and look.`
          : alarm
      return words === null ? [] : [{ runId: first.runId, tag: first.tag, words, isVentOwed }]
    },
  )
}
