import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './chromium.ts';

/** One worker: the walks share the demo's database, each its own job. */
export default defineConfig({
  testDir: '.',
  outputDir: process.env.OMBRIK_TEST_OUTPUT ?? '../test-results',
  workers: 1,
  retries: 0,
  // Only what hangs runs into these: how fast anything is, the benchmarks say.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.OMBRIK_URL ?? 'http://127.0.0.1:4170',
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
});
