import { defineConfig } from '@playwright/test';
import { launch } from './chromium.mjs';

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  timeout: 120_000,
  // A busy machine of two cores may take several seconds to boot the core after a reload.
  expect: { timeout: 25_000 },
  retries: 0,
  // Each file's tests follow one another; what several files use (crews, recipes, limits) only one of them changes.
  workers: 2,
  reporter: [['line'], ['json']],
  use: {
    actionTimeout: 25_000,
    // The tablets are where the demo's sites are.
    timezoneId: 'America/Halifax',
    // It would keep the whole app anew for every test; those that go on without a network ask for it.
    serviceWorkers: 'block',
    baseURL: process.env.RHABDON_URL ?? 'http://127.0.0.1:5210',
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: launch,
  },
});
