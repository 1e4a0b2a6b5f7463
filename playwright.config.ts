import { defineConfig } from '@playwright/test'
import { chromiumLaunch } from './tests/helpers/chromium'

export default defineConfig({
  testDir: 'tests/e2e',
  timeout: 120_000,
  // A busy machine is slow, not wrong.
  expect: { timeout: 20_000 },
  workers: 2,
  // Each test has a server and a database of its own, wherever it stands.
  fullyParallel: true,
  // What fails once and not twice is said to be flaky, and looked into; it does not hold up everything else.
  retries: 1,
  reporter: [['list']],
  projects: [
    { name: 'shared', testIgnore: /held\.test/ },
    // What measures how long a page holds up the hand has both cores to itself (launch/test.mjs).
    { name: 'alone', testMatch: /held\.test/ },
  ],
  outputDir: 'test-results',
  globalSetup: './tests/helpers/browserSetup.ts',
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    // Nothing moves under the pointer, and what waits for ever says where.
    contextOptions: { reducedMotion: 'reduce' },
    actionTimeout: 30_000,
    navigationTimeout: 30_000,
    // The program kept on a device has a test of its own (flight.test.ts); the others ask the server for every page.
    serviceWorkers: 'block',
    trace: 'off',
    screenshot: 'off',
    launchOptions: chromiumLaunch,
  },
})
