import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) }

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        // A busy machine is no fault of ours, and no test measures time.
        test: {
          name: 'unit',
          include: ['{src,scripts}/**/*.test.{ts,tsx}'],
          exclude: ['**/*.db.test.ts'],
          testTimeout: 60_000,
        },
      },
      {
        resolve: { alias },
        // One cluster for all, made by tests/runTests.ts; the files share it, so one after the other.
        test: {
          name: 'db',
          include: ['{src,scripts}/**/*.db.test.ts'],
          fileParallelism: false,
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
})
