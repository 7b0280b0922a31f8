import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';

/** What keeps time with a clock, and would be disturbed by others. */
const IN_TIME = ['playing.spec.ts'];

/**
 * Features that Chromium goes without. The first two load a page of its own beside each page of a test, which takes
 * more time than opening the studio; the rest is what Playwright leaves out, whose list this one replaces.
 */
const LEFT_OUT = [
  ...['WebUIOmniboxPopup', 'WebUIOmniboxAimPopup'],
  ...['AimEnabled', 'LensOverlay', 'MediaRouter', 'OptimizationHints', 'PreconnectToSearch'],
  ...['HttpsUpgrades', 'HttpsFirstBalancedModeAutoEnable', 'NetworkTimeServiceQuerying'],
  ...['PaintHolding', 'ThirdPartyStoragePartitioning', 'DestroyProfileOnBrowserClose'],
  ...['AvoidUnnecessaryBeforeUnloadCheckSync', 'AvoidCorsURLLoaderRestartOnRedirect'],
];

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
        '--autoplay-policy=no-user-gesture-required',
        `--disable-features=${LEFT_OUT.join(',')}`,
      ],
    },
  },
});
