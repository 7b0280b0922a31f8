import type { Page } from '@playwright/test';

/** A small picture of the stage, as numbers. */
export const look = (page: Page) =>
  page
    .locator('.stage canvas')
    .first()
    .evaluate((canvas: HTMLCanvasElement) => {
      const small = document.createElement('canvas');
      [small.width, small.height] = [64, 36];
      const context = small.getContext('2d')!;
      context.drawImage(canvas, 0, 0, 64, 36);
      return [...context.getImageData(0, 0, 64, 36).data];
    });
/** How far two pictures are apart, values of 255. */
export const apart = (one: readonly number[], other: readonly number[]) =>
  one.reduce((sum, value, at) => sum + Math.abs(value - other[at]!), 0) / one.length;
