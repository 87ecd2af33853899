import { defineConfig } from '@playwright/test'
import { chromium } from './e2e/chromium'

const port = Number(process.env.E2E_PORT ?? 4319)

export default defineConfig({
  testDir: 'e2e',
  testIgnore: 'screenshots/**',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  // two files at a time; a page has processes of its own, so that more only wait for each other
  workers: 2,
  // A second try tells a loaded machine from a fault; what needed one is listed as flaky.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '.cache/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // each test has a browser of its own: it would put in all files anew
    serviceWorkers: 'block',
    trace: 'on-first-retry',
    launchOptions: chromium(),
  },
  webServer: {
    command: `PORT=${port} node server.mjs`,
    url: `http://127.0.0.1:${port}/`,
    reuseExistingServer: false,
    timeout: 60_000,
  },
})
