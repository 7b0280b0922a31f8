import { defineConfig } from '@playwright/test';

/** Drives Debian's Chromium against a running studio (CRUVO_ADDRESS), with the demo production in it. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/browser',
  reporter: [['list'], ['json']],
  timeout: 90_000,
  expect: { timeout: 15_000 },
  workers: 1,
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
      ],
    },
  },
});
