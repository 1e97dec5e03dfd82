import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'e2e',
  // Twice what a quiet machine needs and more: what never comes fails, what comes late on a busy one does not.
  timeout: 480_000,
  expect: { timeout: 40_000 },
  workers: 2,
  // One that only passes when tried again is listed as flaky, and is a fault to be found.
  retries: 1,
  reporter: [['list'], ['json']],
  outputDir: process.env.TEST_SCRATCH ? `${process.env.TEST_SCRATCH}/playwright` : 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // It takes in all of the app for each page that is opened: only tests of being away want that.
    serviceWorkers: 'block',
    actionTimeout: 60_000,
    launchOptions: {
      // Where nobody has said in which letters names are written, it dies of the first one that is not plain.
      env: { ...process.env, LANG: process.env.LANG ?? 'C.UTF-8' },
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-dev-shm-usage',
      ],
    },
  },
})
