import { defineConfig } from '@playwright/test'

/** A worker for each plant: the files that run in one share its demo data, each working on instruments of its own. */
export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  fullyParallel: false,
  // Generous: a busy machine is no fault of ours, and no test measures time.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  globalSetup: './e2e/globalSetup.ts',
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.BARYS_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    screenshot: 'only-on-failure',
  },
})
