import { spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { join } from 'node:path'
import { ROOT } from '../setup/root'
import { adjustmentSection, calibrationSection, diagnosisSection } from './accuracySections'
import { actsSection } from './actsSection'
import { linkSection } from './linkSection'
import { runSections } from './runSections'
import { analysisSection, monteCarloSection, steamSection, unitSection } from './speedSections'

/** Measures, and writes docs/benchmarks.md: speed side by side in one run, and how often diagnosis and advice are right. */
const commit = spawnSync('git', ['rev-parse', '--short', 'HEAD'], { cwd: ROOT, encoding: 'utf8' }).stdout.trim()
const sections = [
  [
    '# Benchmarks',
    '',
    `Written by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)} at ${commit}, Node ${process.versions.node}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown processor'}.`,
    'Times are medians of repeated runs in one process after another on the same machine; ratios say more than milliseconds.',
    '',
  ].join('\n'),
  monteCarloSection(),
  unitSection(),
  steamSection(),
  analysisSection(),
  diagnosisSection(),
  calibrationSection(),
  adjustmentSection(),
  ...(await runSections()),
  await linkSection(),
  actsSection(),
]
const report = sections.join('\n')
const file = join(ROOT, 'docs/benchmarks.md')
writeFileSync(file, `${report.trimEnd()}\n`)
spawnSync(join(ROOT, 'node_modules/.bin/biome'), ['format', '--write', file], { cwd: ROOT, stdio: 'ignore' })
console.log(report)
