import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './house';

export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  outputDir: '../test-results',
  // A yard each.
  workers: 2,
  fullyParallel: false,
  // What takes minutes to no end but certainty is for `npm test -- long`.
  ...(process.env['TEST_LONG'] ? {} : { grepInvert: /@long/ }),
  // A second try tells a flaky test from a broken one; `npm test` names the flaky ones apart.
  retries: 1,
  timeout: 120_000,
  expect: { timeout: 10_000 },
  reporter: [['json'], ['line']],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 10_000,
    trace: 'on-first-retry',
    // Each test begins with nothing kept; the one of the program without a line allows it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: CHROMIUM,
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
