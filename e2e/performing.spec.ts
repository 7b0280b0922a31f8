import type { Page } from '@playwright/test';
import { copyOfDemo, expect, expectAccessible, test } from './studio';

/** A small picture of the stage, as numbers. */
const look = (page: Page) =>
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
const apart = (one: readonly number[], other: readonly number[]) =>
  one.reduce((sum, value, at) => sum + Math.abs(value - other[at]!), 0) / one.length;

test('a pass is performed on the stage while the scene plays, turned down and taken back', async ({
  page,
  studio: first,
}) => {
  const studio = await copyOfDemo(first);
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.getByLabel('Count-in').selectOption({ label: 'At once' });
  const stage = (await page.locator('.stage canvas').first().boundingBox())!;
  const head = { x: stage.x + stage.width / 2, y: stage.y + stage.height * 0.36 };
  await page.mouse.move(head.x, head.y);
  await page.mouse.down();
  await page.mouse.move(head.x + 90, head.y, { steps: 12 });
  await page.keyboard.press('Shift+P');
  await expect(page.getByText('Recording Isbel')).toBeVisible();
  await expect.poll(() => studio.clock()).toMatch(/0:0[1-9]/);
  await page.keyboard.press('Shift+P');
  await page.mouse.up();
  await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();

  await expectAccessible(page);

  // It plays back what was performed: without the take the picture is another one.
  for (let frame = 0; frame < 20; frame++) await page.keyboard.press('.');
  const performed = await look(page);
  await page.getByRole('button', { name: 'Mute Take 1' }).click();
  await expect.poll(async () => apart(await look(page), performed)).toBeGreaterThan(0.7);
  await page.getByRole('button', { name: 'Let Take 1 count' }).click();
  await expect.poll(async () => apart(await look(page), performed)).toBeLessThan(0.3);

  await page.getByRole('button', { name: 'Channels of Take 1' }).click();
  await expect(page.getByLabel(/^Strength of/).first()).toBeVisible();
  for (const strength of await page.getByLabel(/^Strength of/).all()) await strength.fill('0');
  await expect.poll(async () => apart(await look(page), performed)).toBeGreaterThan(0.7);
  await studio.saved();
  await page.reload();
  await page.getByRole('tab', { name: 'Perform' }).click();
  await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();
});
