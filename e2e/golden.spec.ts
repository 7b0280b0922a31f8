import sharp from 'sharp';
import { GOLDEN_TIMES } from '@cruvo/core/testing';
import { bundled } from '../bench/browserPage';
import { CELL, goldenFrames, shareOfValuesOff } from '../packages/film/src/testing/goldenSheet';
import type { GoldenPage } from './goldenPage';
import { expect, test } from './studio';

/** Of all colour values, so many may be off by more than 24 of 255: two builds of one rasteriser smooth edges otherwise. */
const TOLERANCE = 0.0023;

for (const retained of [false, true]) {
  test(`Chromium paints the golden frames as Node does, ${retained ? 'playing' : 'each anew'}`, async ({
    page,
  }) => {
    await page.goto('/naming');
    await page.evaluate(await bundled(new URL('goldenPage.ts', import.meta.url)));
    const pictures = await page.evaluate(
      ([size, playing]) => (window as unknown as GoldenPage).paintGolden(size, playing),
      [CELL, retained] as const,
    );
    const golden = await goldenFrames();
    for (const [at, url] of pictures.entries()) {
      const png = Buffer.from(url.slice(url.indexOf(',') + 1), 'base64');
      const pixels = await sharp(png).ensureAlpha().raw().toBuffer();
      const off = shareOfValuesOff(pixels, golden[at]!, 24);
      expect(off, `at ${GOLDEN_TIMES[at]} s`).toBeLessThan(TOLERANCE);
    }
  });
}
