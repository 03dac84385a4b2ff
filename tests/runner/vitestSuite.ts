import { readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { ROOT } from '../../scripts/setup/root'
import { say } from '../../scripts/setup/steps'
import { run, type Tally, tallyOf } from './commands'

/** Projects of vitest.config.ts. */
export type Project = 'pure' | 'unit' | 'db'

type Report = {
  readonly numPassedTests: number
  readonly numFailedTests: number
  readonly testResults: readonly { readonly name: string; readonly startTime: number; readonly endTime: number }[]
}

/**
 * Vitest over some of its projects at once, so that files that wait leave the processor to files that reckon.
 *
 * @param since only what a change since this commit touches
 * @param files only files whose paths hold one of these; all where there are none
 */
export async function vitestSuite(
  projects: readonly Project[],
  {
    folder,
    env,
    since,
    files,
  }: { folder: string; env: Readonly<Record<string, string>>; since: string | undefined; files: readonly string[] },
): Promise<Tally> {
  say('tests', projects.join(', '))
  const file = join(folder, `vitest-${projects.join('-')}.json`)
  const status = await run(
    'vitest',
    [
      ...['run', ...projects.flatMap((project) => ['--project', project])],
      ...files,
      ...(since === undefined ? [] : ['--changed', since, '--passWithNoTests']),
      ...['--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
    ],
    env,
  )
  return tallyOf(status, () => {
    const report: Report = JSON.parse(readFileSync(file, 'utf8'))
    return {
      passed: report.numPassedTests,
      failed: report.numFailedTests,
      files: report.testResults.map(({ name, startTime, endTime }) => ({
        file: relative(ROOT, name),
        seconds: (endTime - startTime) / 1000,
      })),
    }
  })
}
