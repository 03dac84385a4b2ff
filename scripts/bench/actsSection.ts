import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ROOT } from '../setup/root'
import type { Acts } from './acts'
import { table } from './report'

/** The jobs counted, each by the title of its end-to-end test, from a registered instrument to the seal. */
const JOBS = [
  ['two screws, on the bench, adjusted', /two screws, on the bench/],
  ['two screws, in the field, adjusted, host by volts', /two screws, in the field/],
  ['buttons: pressure in another unit, with damping', /buttons: pressure/],
  ['buttons: level, sensor above the bottom, other density', /buttons: level/],
  ['buttons: elevated tank', /buttons: .*elevated/],
  ['buttons: flow, drop below the cut-off', /buttons: flow, dropping/],
  ['buttons: flow, straight line below the cut-off', /buttons: flow, with a straight/],
  ['drum: cold by glass, hot by offset, then computed range', /^a drum: cold/],
  ['another capsule in a force-balance body', /capsule in a force-balance/],
  ['shop calibration by a null instrument', /null instrument/],
  ['reference exchanged on the way', /reference exchanged/],
  ['plain check, five points up and down, by keyboard', /plain five-point check/],
] as const
const REGISTERING = [
  // Two tests do it, one after the other: the first administrator, then everything else.
  ['from an empty plant to its first reviewed certificate', /^from nothing to a reviewed|^an empty plant says/],
  ['registering one, and another one like it', /^registered on screen/],
] as const

/** Clicks, keys and boxes of whole jobs, counted in the browser while their end-to-end tests do them. */
export function actsSection(): string {
  const run = spawnSync('node', [join(ROOT, 'scripts/test.mjs'), '--only', 'e2e', '--files', 'jobs,setUps,start'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, BARYS_ACTS: '1' },
    maxBuffer: 64 * 1024 * 1024,
  })
  const counted = new Map<string, Acts>()
  for (const [, title = '', acts = ''] of run.stdout.matchAll(/^acts (.*) (\{.*\})$/gm))
    counted.set(title, JSON.parse(acts))
  const row = ([name, title]: readonly [string, RegExp]) => {
    const acts = [...counted].filter(([each]) => title.test(each)).map(([, each]) => each)
    if (acts.length === 0)
      throw new Error(`No acts were counted for “${name}”: its test did not run.\n${run.stdout.slice(-2000)}`)
    const sum = (of: keyof Acts) => `${acts.reduce((total, each) => total + each[of], 0)}`
    return [name, sum('clicks'), sum('keys'), sum('boxes'), sum('letters')]
  }
  return table(
    'Acts of whole jobs, counted in the browser: from registering, then from the registered instrument to the seal',
    ['job', 'clicks', 'keys that are no figures', 'boxes filled', 'letters and digits'],
    [...REGISTERING, ...JOBS].map(row),
  )
}
