import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/e2e',
  testMatch: '*.spec.ts',
  workers: 2,
  fullyParallel: true,
  retries: 0,
  // A machine may be ten times slower than another; how long things take is measured by the bench, not here.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  outputDir: 'test-results',
  reporter: process.env['HALTRIK_JSON'] ? [['line'], ['json', { outputFile: process.env['HALTRIK_JSON'] }]] : 'line',
  use: {
    actionTimeout: 90_000,
    navigationTimeout: 90_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      // The browser without what shows it: a quarter less of the processor.
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        // Headless hints fonts to whole pixels by default, which no desktop does.
        '--font-render-hinting=none',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    trace: 'off',
  },
});
