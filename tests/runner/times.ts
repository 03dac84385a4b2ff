import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from '../../scripts/setup/root'
import type { Tally } from './commands'

export type SuiteTime = { readonly name: string; readonly seconds: number; readonly tally: Tally }

/** How long a person waits for each part, at most, in seconds on two cores. Ours: twelve minutes after set-up. */
const BUDGET_SECONDS: Readonly<Record<string, number>> = { checks: 30, 'pure, unit, db': 240, 'how-to': 90, e2e: 360 }
const SLOWEST_SHOWN = 12
const [BEGIN, END] = ['<!-- times: begin -->', '<!-- times: end -->']

const slowest = (times: readonly SuiteTime[]) =>
  times
    .flatMap(({ tally }) => tally.files)
    .toSorted((a, b) => b.seconds - a.seconds)
    .slice(0, SLOWEST_SHOWN)

/** Every part with its time, and the files that took longest. */
export function printTimes(times: readonly SuiteTime[]): void {
  for (const { name, seconds } of times) console.log(`· ${name}: ${seconds.toFixed(0)} s`)
  for (const { file, seconds } of slowest(times)) console.log(`  ${seconds.toFixed(1).padStart(6)} s  ${file}`)
}

/** The same as tables of docs/testing.md, between its marks. */
export function writeTimes(times: readonly SuiteTime[]): void {
  const path = join(ROOT, 'docs/testing.md')
  const page = readFileSync(path, 'utf8')
  const [before, after] = [page.indexOf(BEGIN), page.indexOf(END)]
  if (before === -1 || after === -1) throw new Error(`docs/testing.md has lost its marks ${BEGIN} and ${END}`)
  writeFileSync(path, `${page.slice(0, before + BEGIN.length)}\n\n${tables(times)}\n${page.slice(after)}`)
}

const tables = (times: readonly SuiteTime[]): string =>
  [
    '| part | seconds | budget | tests |',
    '| ---- | ------: | -----: | ----: |',
    ...times.map(
      ({ name, seconds, tally }) =>
        `| ${name} | ${seconds.toFixed(0)} | ${BUDGET_SECONDS[name] ?? ''} | ${tally.passed + tally.failed} |`,
    ),
    '',
    '| slowest files | seconds |',
    '| ------------- | ------: |',
    ...slowest(times).map(({ file, seconds }) => `| ${file} | ${seconds.toFixed(1)} |`),
    '',
  ].join('\n')
