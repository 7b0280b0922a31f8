import { chromium, type Page } from '@playwright/test';
import { build } from 'vite';

/** Runs work on a page of headless Chromium into which a module of this folder was loaded. */
export async function onPage<Result>(
  module: string,
  work: (page: Page) => Promise<Result>,
): Promise<Result> {
  const entry = new URL(module, import.meta.url).pathname;
  const built = await build({
    configFile: false,
    logLevel: 'error',
    build: { write: false, lib: { entry, formats: ['iife'], name: 'bench' } },
  });
  const [output] = Array.isArray(built) ? built : [built];
  if (!output || !('output' in output))
    throw new Error('The page of the benchmark could not be built.');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage();
    await page.evaluate(output.output[0].code);
    return await work(page);
  } finally {
    await browser.close();
  }
}
