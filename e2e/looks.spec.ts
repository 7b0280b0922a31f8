import { strToU8, zipSync } from 'fflate';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { testFolder, write } from '@cruvo/media/testing';
import { expect, FURTHER, test } from './studio';

const folder = testFolder();

const rectangle = (color: string, [x, y, width, height]: readonly number[]) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="80"><rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${color}"/></svg>`,
    ),
  )
    .png()
    .toBuffer();

/** A wall, a head and an arm, whose flat picture shows the arm in a colour that its layer has not. */
async function differing(name: string): Promise<string> {
  const [arm, head] = [
    [70, 10, 30, 50],
    [20, 10, 30, 40],
  ] as const;
  const flat = await sharp(await rectangle('#406080', [0, 0, 120, 80]))
    .composite([
      { input: await rectangle('#f09040', head) },
      { input: await rectangle('#40a040', arm) },
    ])
    .png()
    .toBuffer();
  const layers = ['arm', 'head', 'wall'].map((one) => `<layer name="${one}" src="${one}.png"/>`);
  const file = zipSync({
    'stack.xml': strToU8(`<image w="120" h="80"><stack>${layers.join('')}</stack></image>`),
    'wall.png': await rectangle('#406080', [0, 0, 120, 80]),
    'head.png': await rectangle('#f09040', head),
    'arm.png': await rectangle('#a04040', arm),
    'mergedimage.png': flat,
  });
  return write(folder, name, file);
}

const takeArm = (page: Page) => page.getByRole('button', { name: 'Take “arm” as one picture' });

/** How the arm's picture in the list of parts is coloured in its middle. */
const armColor = (page: Page) =>
  page
    .locator('.part-row', { hasText: 'arm' })
    .locator('canvas')
    .evaluate((canvas: HTMLCanvasElement) => {
      const context = canvas.getContext('2d')!;
      return [...context.getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data];
    });

test('a layer that differs is taken as its file shows it, and taken back', async ({ page }) => {
  await page.goto('/new');
  await page.getByLabel('Layered artwork, files').setInputFiles([await differing('Fox.ora')]);
  await takeArm(page).click();
  await expect(takeArm(page)).toBeHidden();
  await expect.poll(() => armColor(page)).toEqual([64, 160, 64, 255]);
  // It is not told again.
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
  await page.reload();
  await expect.poll(() => armColor(page)).toEqual([64, 160, 64, 255]);
  await expect(takeArm(page)).toBeHidden();
});

test(
  'newer artwork is compared with its file before it is taken over',
  FURTHER,
  async ({ page }) => {
    await page.goto('/new');
    const file = await differing('Older.ora');
    await page.getByLabel('Layered artwork, files').setInputFiles([file]);
    await expect(takeArm(page)).toBeVisible();
    await page.getByRole('button', { name: 'Artwork' }).click();
    await page.getByText('Update from newer artwork').click();
    const dialog = page.getByRole('dialog');
    await page.getByLabel('Newer artwork, files').setInputFiles([file]);
    await dialog.getByRole('button', { name: 'Take “arm” as one picture' }).click();
    await expect(dialog.getByText(/looks different from your file/)).toBeHidden();
    await dialog.getByRole('button', { name: 'Apply changes' }).click();
    await expect.poll(() => armColor(page)).toEqual([64, 160, 64, 255]);
  },
);

test(
  'a backdrop is compared with its file, and undo tells of it again',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await page.getByRole('tab', { name: 'Scene' }).click();
    await page.getByLabel('Backdrop, files').setInputFiles([await differing('Yard.ora')]);
    await takeArm(page).click();
    await expect(takeArm(page)).toBeHidden();
    const media = async () => {
      await studio.saved();
      const { backdrop } = (await studio.onServer()).body;
      return backdrop!.drawings[backdrop!.parts['arm']!.drawing!]!.media;
    };
    const taken = await media();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(takeArm(page)).toBeVisible();
    expect(await media()).not.toBe(taken);
  },
);
