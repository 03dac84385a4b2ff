import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const resolve = { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } }
/** Folders whose code knows no browser, no database and no environment: their files may share one set of modules. */
const PURE = 'src/{core,bench,calc,plans,words,schema,pictures}/**/*.test.ts'
// A busy machine is no fault of ours, and no test measures time.
const testTimeout = 120_000

export default defineConfig({
  test: {
    // One more than processors: some files wait for clocks and databases.
    maxWorkers: 3,
    projects: [
      {
        resolve,
        // Modules are read once for all files, not once for each: that was a fifth of the time.
        test: { name: 'pure', include: [PURE], isolate: false, testTimeout },
      },
      {
        resolve,
        test: {
          name: 'unit',
          include: ['{src,scripts,tests}/**/*.test.{ts,tsx}'],
          exclude: ['**/*.db.test.ts', PURE],
          testTimeout,
        },
      },
      {
        resolve,
        // One cluster for all, made by tests/runTests.ts; each file has a database of its own in it, so they run at once.
        test: { name: 'db', include: ['{src,scripts}/**/*.db.test.ts'], testTimeout, hookTimeout: 120_000 },
      },
    ],
  },
})
