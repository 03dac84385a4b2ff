import { pool, transaction } from '../../src/server/database'
import { LinkWork } from '../../src/server/services/links/linkWork'
import { selectSession, type TakenSession, takeSessions } from '../../src/server/sql/links/linkSession'

/** Sessions of links in the hands of processes, as tests play them: which take them, fall silent, and are gone. */
let opened: LinkWork[] = []

/** What a process takes in one look for sessions. */
export const takenBy = (process: string): Promise<TakenSession[]> => transaction((db) => takeSessions(db, process))

/** Opens a session that was taken. */
export async function opening(held: TakenSession): Promise<LinkWork> {
  const session = await selectSession(pool(), held.id)
  if (!session) throw new Error('no session')
  const work = await LinkWork.open(session, held)
  opened.push(work)
  return work
}

/** Takes a session that is free, or whose process is gone, as a process does. */
export async function openedBy(process: string, sessionId: string): Promise<LinkWork> {
  const held = (await takenBy(process)).find(({ id }) => id === sessionId)
  if (!held) throw new Error('it was not taken')
  return opening(held)
}

/** As if its process had said nothing for so long, s. */
export const silentFor = (sessionId: string, seconds: number) =>
  pool().query(`UPDATE link_session SET beat_at = clock_timestamp() - $2 * interval '1 s' WHERE id = $1`, [
    sessionId,
    seconds,
  ])

/** After a test: nothing is worked any more, and every device is free. */
export async function closeSessions(): Promise<void> {
  for (const work of opened) await work.close()
  opened = []
  for (const table of ['link_claim', 'link_address_claim', 'link_live']) await pool().query(`DELETE FROM ${table}`)
  await pool().query('UPDATE link_session SET ended_at = now() WHERE ended_at IS NULL')
}
