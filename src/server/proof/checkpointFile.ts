import { closeSync, existsSync, fsyncSync, openSync, readFileSync, truncateSync, writeSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** The file of checkpoints in a folder of proof. */
export const checkpointsOf = (folder: string) => join(folder, 'checkpoints.jsonl')

/** The file of time stamps beside a file of checkpoints. */
export const timeStampsBeside = (file: string) => join(dirname(file), 'time-stamps.jsonl')

/** The whole lines of a file; none where it is not there. */
export const linesOf = (file: string): string[] =>
  existsSync(file)
    ? wholeLines(file)
        .split('\n')
        .filter((line) => line !== '')
    : []

/** The last line of a file; null where there is none yet. A line cut short by a power cut counts for none. */
export function lastLine(file: string): string | null {
  return existsSync(file) ? wholeLines(file).trimEnd().split('\n').at(-1) || null : null
}

/** Adds a line at the end and forces it to the disk; what a power cut left of one is taken off first. */
export function appendLine(file: string, line: string): void {
  if (existsSync(file)) truncateSync(file, Buffer.byteLength(wholeLines(file)))
  const handle = openSync(file, 'a', 0o600)
  try {
    writeSync(handle, `${line}\n`)
    fsyncSync(handle)
  } finally {
    closeSync(handle)
  }
}

function wholeLines(file: string): string {
  const text = readFileSync(file, 'utf8')
  return text.slice(0, text.lastIndexOf('\n') + 1)
}
