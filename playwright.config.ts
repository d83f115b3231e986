import { defineConfig } from '@playwright/test';
import { chromiumFlags, chromiumPath } from './tests/chromium';

/** Browser journeys against the built application; each file starts its own server on its own data folder. */
export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  timeout: 240_000,
  // A shared machine can stall for longer than any waiting time; what needed a second go is reported as flaky.
  retries: process.env.CI ? 1 : 0,
  expect: { timeout: 15_000 },
  reporter: [['line'], ['json', { outputFile: '.kindly/e2e.json' }]],
  outputDir: '.kindly/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    actionTimeout: 15_000,
    launchOptions: {
      executablePath: chromiumPath,
      args: chromiumFlags,
    },
  },
});
