import { defineConfig } from '@playwright/test';
import { launch } from './chromium.mjs';

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  // A limit only ends what hangs: a machine that gives two tests a fourth of two cores has taken two minutes for one of half a minute.
  timeout: 480_000,
  expect: { timeout: 60_000 },
  retries: 0,
  // Each file's tests follow one another; what several files use (crews, recipes, limits) only one of them changes.
  workers: 2,
  reporter: [['line'], ['json']],
  use: {
    actionTimeout: 60_000,
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
