import { execFileSync } from 'node:child_process'
import { ROOT } from '../../scripts/setup/root'

/** By each end-to-end file, the folders it walks through on the screen. What none names is walked by all of them. */
export const WALKS: Readonly<Record<string, readonly string[]>> = {
  'apiJob.e2e.ts': ['src/app/api', 'src/calc', 'src/server/api'],
  'audit.e2e.ts': ['src/ui/audit', 'src/app/audit', 'src/server/proof'],
  'badInput.e2e.ts': ['src/server/api', 'src/schema', 'src/app/api'],
  'bench.e2e.ts': ['src/ui/bench', 'src/bench/rig', 'src/app/bench'],
  'decisionRules.e2e.ts': ['src/core/conformity', 'src/core/run/plan', 'src/server/documents'],
  'deskRefusals.e2e.ts': ['src/ui/desks', 'src/plans'],
  'deskScreens.e2e.ts': ['src/ui/desks', 'src/pictures'],
  'desks.e2e.ts': ['src/ui/desks', 'src/plans', 'src/core/range', 'src/core/level', 'src/core/flow', 'src/core/drum'],
  'digital.e2e.ts': ['src/core/adjust', 'src/ui/run'],
  'durability.e2e.ts': ['src/ui/run', 'src/server/sql', 'db'],
  'enlarged.e2e.ts': ['src/ui/run', 'src/kit/theme'],
  'everyStage.e2e.ts': ['src/ui/run', 'src/core/run'],
  'impact.e2e.ts': ['src/ui/references', 'src/core/impact'],
  'jobs.e2e.ts': ['src/ui/run', 'src/core/run', 'src/ui/prepare'],
  'keyboardJob.e2e.ts': ['src/ui/run', 'src/ui/day', 'src/core/run'],
  'links.e2e.ts': ['src/ui/devices', 'src/server/links', 'src/bench/automatic', 'src/ui/run/link'],
  'otherInstruments.e2e.ts': ['src/core/vacuum', 'src/core/transfer', 'src/ui/run'],
  'people.e2e.ts': ['src/ui/people', 'src/server/auth', 'src/app/api'],
  'practice.e2e.ts': ['src/ui/practice', 'src/bench/practice'],
  'references.e2e.ts': ['src/ui/references', 'src/core/reference', 'src/app/references'],
  'screens.e2e.ts': ['src/app', 'src/kit/theme', 'src/ui/shell'],
  'screws.e2e.ts': ['src/core/adjust', 'src/ui/run'],
  'setUps.e2e.ts': ['src/core/setUp', 'src/ui/desks', 'src/plans'],
  'standing.e2e.ts': ['src/ui/instrument', 'src/app/instruments'],
  'start.e2e.ts': ['scripts', 'src/ui/instrument', 'src/app/register', 'src/schema/instrument'],
  'technologies.e2e.ts': ['src/core/signal', 'src/core/units', 'src/server/documents'],
  'together.e2e.ts': ['src/ui/run', 'src/app/api/v1/runs'],
  'workings.e2e.ts': ['src/ui/workings', 'src/calc', 'src/workers'],
}

const CHANGES_NOTHING_ON_SCREEN = /^(docs|tests)\/|\.md$|\.test\.tsx?$|^\.ci\//

/**
 * End-to-end files that walk through what was changed since a commit, uncommitted changes too.
 *
 * @returns none where nothing on screen can have changed
 */
export function endToEndTouchedSince(commit: string): string[] {
  const git = (...args: readonly string[]) =>
    execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean)
  return endToEndTouchedBy([...git('diff', '--name-only', commit), ...git('ls-files', '-o', '--exclude-standard')])
}

/** The same for given files, by their paths in the repository. */
export function endToEndTouchedBy(changed: readonly string[]): string[] {
  const seen = changed.filter((file) => !CHANGES_NOTHING_ON_SCREEN.test(file))
  const all = Object.keys(WALKS)
  const touched = (file: string) => {
    const own = all.filter((name) => file === `e2e/${name}`)
    if (own.length > 0) return own
    const walking = all.filter((name) => WALKS[name]?.some((folder) => file.startsWith(`${folder}/`)))
    return walking.length > 0 ? walking : all
  }
  return all.filter((name) => seen.some((file) => touched(file).includes(name)))
}
