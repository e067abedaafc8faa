import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  timeout: 300_000,
  // A busy machine may take its time; what is waited for is still waited for.
  expect: { timeout: 30_000 },
  // More than the cores of a small machine: a test that waits leaves its core to another.
  workers: 3,
  // A machine that has no time for one of its browsers gets a second try; whatever needed one is named at the end of ./test.
  retries: 1,
  fullyParallel: true,
  forbidOnly: true,
  globalSetup: './global-setup.mjs',
  reporter: [['list'], ['json', { outputFile: 'test-results/report.json' }]],
  outputDir: 'test-results/artifacts',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run',
        '--disable-background-networking', '--disable-component-update', '--disable-sync',
      ],
    },
  },
});
