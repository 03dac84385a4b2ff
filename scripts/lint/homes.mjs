// `npm run lint`: a rule or a constant of nature has one home. Finds where one of them is written again.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))

/** What may stand in its home alone, what it is, and what is written instead. Comments and tests may say it. */
export const HOMES = [
  {
    literal: /\(1 [+-] 1e-9\)/,
    homes: ['src/core/error/verdict.ts', 'src/core/conformity/referenceReader.ts'],
    instead: 'exceeds() of core/error/verdict.ts, or isWithin() of core/error/within.ts',
  },
  {
    literal: /(?<![\d'])273\.15/,
    homes: ['src/core/units/celsius.ts'],
    instead: 'kelvinOf() or celsiusOf() of core/units/celsius.ts',
  },
  {
    literal: /\b101[_ ]?325\b|\b1013\.25\b|\b0\.101325\b/,
    homes: ['src/core/units/pressureUnit.ts'],
    instead: 'STANDARD_ATMOSPHERE_PA of core/units/pressureUnit.ts',
  },
  { literal: /\b9\.80665\b/, homes: ['src/core/units/pressureUnit.ts'], instead: 'STANDARD_GRAVITY' },
  {
    literal: /= 22\.5\b/,
    homes: ['src/core/loop/loopSupply.ts'],
    instead: 'ALARM_MILLIAMP of core/loop/loopSupply.ts',
  },
  {
    literal: /\b4 \+ 0\.16\b|- 4\) \/ (0\.)?16\b/,
    homes: ['src/core/signal/currentLoop.ts'],
    instead: 'milliampOfPercent() or percentOfMilliamp() of core/signal/currentLoop.ts',
  },
  {
    literal: /coverageFactor\b.*(:|=) 2\b|coverageFactor\b.*\?\? 2\b/,
    homes: [],
    instead: 'the k that the certificate states; where it states none, ask',
  },
]

/** Lines of a file that hold what has its home elsewhere. */
export function strays(path, text) {
  return text.split('\n').flatMap((line, index) => {
    if (/^\s*(\*|\/\/|\/\*)/.test(line)) return []
    return HOMES.filter(({ literal, homes }) => literal.test(line) && !homes.includes(path)).map(
      ({ instead }) => `${path}:${index + 1}: ${line.trim()}\n    write ${instead}`,
    )
  })
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', 'src'], { cwd: ROOT, encoding: 'utf8' })
    .split('\n')
    .filter((path) => /\.tsx?$/.test(path) && !/\.test\.tsx?$/.test(path))
  const found = files.flatMap((path) => strays(path, readFileSync(`${ROOT}${path}`, 'utf8')))
  for (const line of found) console.error(line)
  process.exitCode = found.length > 0 ? 1 : 0
}
