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

/** How far two PNG pictures, in base64, are apart, of 255: where they differ most, and on the average. */
export const picturesApart = (page: Page, one: string, other: string) =>
  page.evaluate(
    async (pictures) => {
      const [first, second] = await Promise.all(
        pictures.map(async (picture) => {
          const image = new Image();
          image.src = `data:image/png;base64,${picture}`;
          await image.decode();
          const canvas = document.createElement('canvas');
          [canvas.width, canvas.height] = [image.width, image.height];
          const context = canvas.getContext('2d')!;
          context.drawImage(image, 0, 0);
          return context.getImageData(0, 0, image.width, image.height).data;
        }),
      );
      if (first!.length !== second!.length) return { most: 255, mean: 255 };
      let [most, sum] = [0, 0];
      first!.forEach((value, at) => {
        const away = Math.abs(value - second![at]!);
        most = Math.max(most, away);
        sum += away;
      });
      return { most, mean: sum / first!.length };
    },
    [one, other],
  );
