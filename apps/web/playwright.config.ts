import { defineConfig } from '@playwright/test'

const chromium = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** One address for each worker, so that each has a database of its own. */
const addresses = (process.env.BASE_URL ?? 'http://127.0.0.1:3000').split(' ')
const baseURL = addresses[Number(process.env.TEST_PARALLEL_INDEX ?? 0)] ?? addresses[0]

const json = process.env.PLAYWRIGHT_JSON_OUTPUT_NAME

export default defineConfig({
  testDir: './e2e',
  outputDir: './test-results',
  fullyParallel: false,
  workers: addresses.length,
  // Room for a machine that is slow today: a story that fails takes longer, one that passes does not.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  forbidOnly: process.env.CI === 'true',
  reporter: json ? [['list'], ['json', { outputFile: json }]] : 'list',
  use: {
    actionTimeout: 20_000,
    baseURL,
    launchOptions: chromium,
    locale: 'en-GB',
    // Stories that stop requests on their way see all of them only without one; its own story allows it.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
  },
  projects: [
    { name: 'desk', use: { viewport: { width: 1280, height: 800 } }, testIgnore: /screenshots|narrow/, grepInvert: /@phone/ },
    {
      name: 'phone',
      use: { viewport: { width: 390, height: 844 }, hasTouch: true },
      testMatch: /(places|desk|people|narrow|turns|counted|live|faults)\.spec/,
      grep: /@phone/,
    },
    { name: 'screenshots', use: { viewport: { width: 1280, height: 800 } }, testMatch: /screenshots/ },
  ],
})
