import { chromium, type Page } from '@playwright/test';
import { build } from 'vite';

/** A module with all that it imports, as a script for a page. */
export async function bundled(module: URL): Promise<string> {
  const built = await build({
    configFile: false,
    logLevel: 'error',
    define: { 'process.env.NODE_ENV': '"production"' },
    build: { write: false, lib: { entry: module.pathname, formats: ['iife'], name: 'page' } },
  });
  const [output] = Array.isArray(built) ? built : [built];
  if (!output || !('output' in output)) {
    throw new Error(`The script of ${module.pathname} could not be built.`);
  }
  return output.output[0].code;
}

const TRUSTED = 'http://localhost/';

/** Runs work on a page of headless Chromium into which a module of this folder was loaded. */
export async function onPage<Result>(
  module: string,
  work: (page: Page) => Promise<Result>,
): Promise<Result> {
  const script = await bundled(new URL(module, import.meta.url));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
      '--autoplay-policy=no-user-gesture-required',
    ],
  });
  try {
    const page = await browser.newPage();
    // Some of what the studio uses is there only on pages that browsers trust.
    await page.route(TRUSTED, (route) => route.fulfill({ contentType: 'text/html', body: '' }));
    await page.goto(TRUSTED);
    await page.evaluate(script);
    return await work(page);
  } finally {
    await browser.close();
  }
}
