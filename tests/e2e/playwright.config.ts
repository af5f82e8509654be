import { defineConfig } from '@playwright/test';
import { launch } from './chromium.mjs';

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  timeout: 120_000,
  // A busy machine of two cores may take several seconds to boot the core after a reload.
  expect: { timeout: 25_000 },
  retries: 0,
  workers: 1,
  reporter: [['line'], ['json']],
  use: {
    actionTimeout: 15_000,
    baseURL: process.env.RHABDON_URL ?? 'http://127.0.0.1:5210',
    viewport: { width: 1280, height: 800 },
    launchOptions: launch,
  },
});
