import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** For `npm run mutate`: everything that needs no database, without the samples of thousands of simulated instruments. */
export default defineConfig({
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  test: {
    include: ['src/**/*.test.ts'],
    exclude: ['**/*.db.test.ts', 'src/core/diagnosis/diagnosis.test.ts', 'src/bench/practice/practice.test.ts'],
    testTimeout: 60_000,
  },
})
