import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) }

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: { name: 'unit', include: ['{src,scripts}/**/*.test.ts'], exclude: ['**/*.db.test.ts'] },
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
