// `npm run mutate -- src/core/conformity`: changes one operator, branch or constant at a time and looks whether a test fails
// (Stryker). Prints each mutant that survived; `--write` enters the share that was killed into docs/testing.md.
// `--sample=5` draws one block of ten lines in twenty, at random, over all files: whole folders in minutes rather than hours.
// Sentences are left alone: what a text says is read, and no test holds its every word.
// Tests that need a database are left out: what only they hold shows here as not covered.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const ROOT = fileURLToPath(new URL('..', import.meta.url))
const [BEGIN, END] = ['<!-- mutants: begin -->', '<!-- mutants: end -->']
const folders = process.argv.slice(2).filter((arg) => !arg.startsWith('--'))
if (folders.length === 0 || folders.some((folder) => !existsSync(join(ROOT, folder)))) {
  console.error('✕ mutate: name the folders, as in npm run mutate -- src/core/conformity src/calc')
  process.exit(1)
}

const sample = Number(process.argv.find((arg) => arg.startsWith('--sample='))?.slice('--sample='.length) ?? 100)
if (!(sample > 0 && sample <= 100)) {
  console.error('✕ mutate: --sample takes a share in percent, above 0 and up to 100')
  process.exit(1)
}

const scratch = mkdtempSync(join(tmpdir(), 'barys-mutants-'))
const report = join(scratch, 'mutants.json')
const config = join(scratch, 'stryker.config.json')
writeFileSync(
  config,
  JSON.stringify({
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.mutate.config.ts' },
    mutate: folders.flatMap((folder) =>
      sample === 100 ? [`${folder}/**/*.ts`, `!${folder}/**/*.test.ts`] : drawnBlocks(folder),
    ),
    mutator: { excludedMutations: ['StringLiteral'] },
    reporters: ['clear-text', 'json'],
    jsonReporter: { fileName: report },
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    concurrency: 2,
    // TypeScript 7 has no API that Stryker could rewrite a tsconfig with; Vitest needs none.
    tsconfigFile: 'none.json',
    tempDirName: join(scratch, 'tree'),
  }),
)
const { status } = spawnSync(join(ROOT, 'node_modules/.bin/stryker'), ['run', config], { cwd: ROOT, stdio: 'inherit' })
if (status === 0 && process.argv.includes('--write')) write(sharesOf(JSON.parse(readFileSync(report, 'utf8'))))
rmSync(scratch, { recursive: true, force: true })
process.exitCode = status ?? 1

/** Blocks of ten lines of the folder's files, each drawn with the chance that was asked for. */
function drawnBlocks(folder) {
  const LINES = 10
  return readdirSync(join(ROOT, folder), { recursive: true })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .flatMap((name) => {
      const count = readFileSync(join(ROOT, folder, name), 'utf8').split('\n').length
      return Array.from({ length: Math.ceil(count / LINES) }, (_, block) => block * LINES + 1)
        .filter(() => Math.random() * 100 < sample)
        .map((first) => `${folder}/${name}:${first}-${Math.min(count, first + LINES - 1)}`)
    })
}

/** By folder: how many mutants there were, and how many a test found. */
function sharesOf({ files }) {
  return folders.map((folder) => {
    const mutants = Object.entries(files)
      .filter(([file]) => file.startsWith(`${folder}/`))
      .flatMap(([, file]) => file.mutants)
      .filter(({ status }) => ['Killed', 'Timeout', 'Survived', 'NoCoverage'].includes(status))
    const killed = mutants.filter(({ status }) => status === 'Killed' || status === 'Timeout').length
    return { folder, count: mutants.length, killed }
  })
}

/** The rows of these folders in docs/testing.md, with those of others left as they are. */
function write(shares) {
  const path = join(ROOT, 'docs/testing.md')
  const page = readFileSync(path, 'utf8')
  const [from, to] = [page.indexOf(BEGIN) + BEGIN.length, page.indexOf(END)]
  const kept = page
    .slice(from, to)
    .split('\n')
    .filter((line) => line.startsWith('| src/') && !folders.some((folder) => line.startsWith(`| ${folder} `)))
  const rows = shares.map(
    ({ folder, count, killed }) =>
      `| ${folder}${sample === 100 ? '' : ` (${sample} % drawn)`} | ${count} | ${((100 * killed) / Math.max(1, count)).toFixed(0)} % |`,
  )
  const table = [
    '',
    '| folder | mutants | killed |',
    '| ------ | ------: | -----: |',
    ...[...kept, ...rows].toSorted(),
    '',
  ]
  writeFileSync(path, `${page.slice(0, from)}\n${table.join('\n')}\n${page.slice(to)}`)
}
