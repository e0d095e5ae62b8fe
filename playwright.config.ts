import { defineConfig } from '@playwright/test';

/** The real interface in Debian's Chromium. Every test starts the built server on a data folder of its own. */
export default defineConfig({
  testDir: 'e2e',
  // A page is checked for access in many states within one test, on two slow cores.
  timeout: 150_000,
  // What is waited for comes when it comes: two cores may be shared with others.
  expect: { timeout: 15_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: '.cache/browser-tests.json' }]],
  outputDir: '.cache/browser-results',
  use: {
    browserName: 'chromium',
    // Tests of a worker come one after the other in one page, emptied between them: opening a new one takes longer.
    reuseContext: true,
    // That a device keeps the application is tested where it matters.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Etc/UTC',
    launchOptions: {
      executablePath: process.env.HEDGE_LAMP_CHROMIUM ?? '/usr/bin/chromium',
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
  },
});
