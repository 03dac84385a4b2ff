import Papa from 'papaparse'
import { pool } from '../../database'
import { selectLinesOfRun } from '../../sql/links/linkLine'

const WINDOW = 2000

/** Everything that went to the devices of a run and came from them, as CSV a window at a time. */
export async function* linkLogOf(runId: string): AsyncGenerator<string> {
  yield csv([['at', 'device', 'direction', 'text']])
  for (let after = 0; ; ) {
    const lines = await selectLinesOfRun(pool(), runId, { after, limit: WINDOW })
    if (lines.length === 0) return
    yield csv(lines.map(({ at, name, isSent, text }) => [at.toISOString(), name, isSent ? 'sent' : 'received', text]))
    after = lines.at(-1)?.place ?? after
  }
}

const csv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(rows as string[][], { escapeFormulae: true })}\r\n` // the library writes nothing
