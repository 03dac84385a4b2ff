import { environment } from '../../environment'
import { log } from '../../log'
import { parsedJson } from '../../parsedJson'
import { Checkpoint } from '../../proof/checkpoint'
import { appendLine, checkpointsOf, linesOf, timeStampsBeside } from '../../proof/checkpointFile'
import { KeptTimeStamp } from '../../proof/keptTimeStamp'
import { freshNonce, readTimeStamp, type TimeStamp, timeStampRequest } from '../../proof/timeStamp'

const PATIENCE_MS = 20_000
/** An answer holds a signature and some certificates, a few thousand bytes. */
const MOST_BYTES = 200_000
/** An authority's clock and ours may differ by so much before it is said. */
const CLOCKS_MS = 5 * 60_000

/**
 * Lets an authority stamp the last checkpoint, once a day (by UTC), where the site names one. What fails is logged and tried
 * again with the next checkpoint: nothing waits for a stamp.
 */
export async function stampDaily(now: Date): Promise<void> {
  const { BARYS_PROOF: folder, BARYS_TIME_STAMPS: authority } = environment()
  if (folder === undefined || authority === undefined) return
  try {
    const file = checkpointsOf(folder)
    const checkpoints = linesOf(file)
    const line = checkpoints.length
    const text = checkpoints.at(-1)
    const last = keptStamps(timeStampsBeside(file)).at(-1)
    if (text === undefined || last?.line === line || last?.at.slice(0, 10) === now.toISOString().slice(0, 10)) return
    appendLine(timeStampsBeside(file), JSON.stringify({ line, ...(await stamped(text, authority)) }))
  } catch (error) {
    log.error({ error, authority }, 'no time stamp was got')
  }
}

/** @throws {Error} where no answer came, or one that does not hold */
async function stamped(text: string, authority: string): Promise<Omit<KeptTimeStamp, 'line'>> {
  const nonce = freshNonce()
  const response = await fetch(authority, {
    method: 'POST',
    headers: { 'content-type': 'application/timestamp-query' },
    body: new Uint8Array(timeStampRequest(text, nonce)),
    signal: AbortSignal.timeout(PATIENCE_MS),
  })
  if (!response.ok) throw new Error(`the authority answered ${response.status}`)
  const answer = await limited(response)
  const { at, faults } = await readTimeStamp(answer, text, nonce)
  if (at === null || faults.length > 0) throw new Error(`the answer ${faults.join(', ')}`)
  return { at: at.toISOString(), answer: Buffer.from(answer).toString('base64') }
}

async function limited(response: Response): Promise<Uint8Array> {
  const parts: Uint8Array[] = []
  let bytes = 0
  for await (const part of response.body ?? []) {
    bytes += part.length
    if (bytes > MOST_BYTES) throw new Error(`the answer is longer than ${MOST_BYTES} bytes`)
    parts.push(part)
  }
  return Buffer.concat(parts)
}

/** What is kept, line by line; null for a line that is no time stamp. */
const keptStamps = (file: string): (KeptTimeStamp | null)[] =>
  linesOf(file).map((text) => KeptTimeStamp.safeParse(parsedJson(text)).data ?? null)

/** What the time stamps beside a file of checkpoints prove. */
export type TimeStampReport = {
  readonly timeStamps: number
  /** The newest that holds: when, and by whom. */
  readonly lastTimeStamp: { readonly at: string; readonly by: string; readonly checkpoint: number } | null
  readonly faults: readonly TimeStampFault[]
}
export type TimeStampFault = { readonly of: 'time stamp'; readonly sequence: number; readonly fault: string }

/** Holds every time stamp kept beside a file of checkpoints against the line it is for. */
export async function verifyTimeStamps(checkpointFile: string): Promise<TimeStampReport> {
  const checkpoints = linesOf(checkpointFile)
  const stamps = keptStamps(timeStampsBeside(checkpointFile))
  const faults: TimeStampFault[] = []
  let lastTimeStamp: TimeStampReport['lastTimeStamp'] = null
  for (const [index, kept] of stamps.entries()) {
    const read = await readAgain(kept, checkpoints)
    faults.push(...read.faults.map((fault) => ({ of: 'time stamp' as const, sequence: index + 1, fault })))
    if (kept && read.at && read.faults.length === 0)
      lastTimeStamp = { at: read.at.toISOString(), by: read.by, checkpoint: kept.line }
  }
  return { timeStamps: stamps.length, lastTimeStamp, faults }
}

async function readAgain(kept: KeptTimeStamp | null, checkpoints: readonly string[]): Promise<TimeStamp> {
  if (!kept) return { at: null, by: '', faults: ['is no time stamp'] }
  const text = checkpoints[kept.line - 1]
  if (text === undefined) return { at: null, by: '', faults: [`the checkpoint ${kept.line} it is for is gone`] }
  const read = await readTimeStamp(Buffer.from(kept.answer, 'base64'), text)
  const written = Checkpoint.safeParse(parsedJson(text)).data?.at
  const isEarly = read.at && written !== undefined && read.at.getTime() < new Date(written).getTime() - CLOCKS_MS
  return {
    ...read,
    faults: [
      ...read.faults,
      ...(isEarly
        ? [`says ${read.at?.toISOString()}, before the checkpoint’s own ${written}: one clock was wrong`]
        : []),
    ],
  }
}
