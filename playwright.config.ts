import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: './tests/browser',
  fullyParallel: true,
  workers: 2,
  // The one file whose tests wait for each other begins first, so that nothing waits for it at the end.
  projects: [
    { name: 'command', testMatch: 'zinc.spec.ts' },
    { name: 'rooms', testIgnore: 'zinc.spec.ts' },
  ],
  // In CI a test may be tried twice; the run names it as flaky.
  retries: process.env.CI ? 1 : 0,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['line'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    reducedMotion: 'reduce',
    // What works without a network is tried where it is meant; elsewhere every page would fetch the whole program.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
