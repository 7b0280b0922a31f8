import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './e2e/chromium';

/** What keeps time with a clock, and would be disturbed by others. */
const IN_TIME = ['playing.spec.ts'];

/** Only the main paths, without what is marked as further (e2e/studio.ts). */
const mainPathsOnly = process.env['CRUVO_MAIN_PATHS'] === '1';

/** Drives Debian's Chromium against a running studio (CRUVO_ADDRESS), with the demo production in it. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/browser',
  reporter: [['list'], ['json']],
  timeout: 90_000,
  expect: { timeout: 30_000 },
  ...(mainPathsOnly ? { grepInvert: /@further/ } : {}),
  workers: Math.min(2, availableParallelism()),
  projects: [
    { name: 'together', testIgnore: IN_TIME },
    { name: 'in time', testMatch: IN_TIME, dependencies: ['together'], workers: 1 },
  ],
  use: {
    baseURL: process.env['CRUVO_ADDRESS'] ?? 'http://127.0.0.1:4610',
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
});
