import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  timeout: 150_000,
  // A busy machine of two cores may take several seconds to boot the core after a reload.
  expect: { timeout: 25_000 },
  retries: 1,
  workers: 1,
  reporter: [['line'], ['json']],
  use: {
    baseURL: process.env.RHABDON_URL ?? 'http://127.0.0.1:5210',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
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
