import { bundled } from '../bench/browserPage';
import { digestsOfHeap, type FallingPage } from './fallingPage';
import { filmed } from './filmed';
import { apart, look, picturesApart } from './pictures';
import { copyOfDemo, expect, expectAccessible, test } from './studio';

/** What may differ at edges that are painted over each other in another order, of 255: at one pixel, and on the average. */
const ROUNDING = { most: 16, mean: 0.05 };

/** Where the hand of the right arm rests on the stage, as shares of it. */
const HAND = { x: 0.464, y: 0.93 };

test('an arm that is performed knocks the mug off the sill, and films show it the same from anywhere', async ({
  page,
  studio: first,
}) => {
  const studio = await copyOfDemo(first);
  const stage = (await page.locator('.stage canvas').first().boundingBox())!;
  const hand = {
    x: stage.x + stage.width * HAND.x,
    y: stage.y + stage.height * HAND.y,
  };
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.getByLabel('Count-in').selectOption({ label: 'At once' });
  await page.mouse.move(hand.x, hand.y);
  await page.mouse.down();
  await page.keyboard.press('Shift+P');
  await expect(page.getByText('Recording Isbel')).toBeVisible();
  // A swing to the left and up, and back again.
  await page.mouse.move(hand.x - stage.width * 0.22, hand.y - stage.height * 0.14, { steps: 8 });
  await page.mouse.move(hand.x, hand.y, { steps: 8 });
  await expect.poll(() => studio.clock()).toMatch(/0:0[3-9]/);
  await page.keyboard.press('Shift+P');
  await page.mouse.up();
  await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();
  await studio.saved();

  const whole = await filmed(studio, 0, 3);
  expect(whole).toHaveLength(36);
  const end = await filmed(studio, 2, 3);
  for (const [at, picture] of end.entries()) {
    const { most, mean } = await picturesApart(page, picture, whole[24 + at]!);
    expect(most).toBeLessThanOrEqual(ROUNDING.most);
    expect(mean).toBeLessThan(ROUNDING.mean);
  }

  // What lies elsewhere at the end is the mug: without the take it stands where it stood.
  await page.keyboard.press('End');
  const knocked = await look(page);
  await page.getByRole('button', { name: 'Mute Take 1' }).click();
  await expect.poll(async () => apart(await look(page), knocked)).toBeGreaterThan(0.3);
});

test('a thing is made a body, shown with its shape, and falls once it is let go', async ({
  page,
  studio,
}) => {
  await copyOfDemo(studio);
  await page.getByRole('tab', { name: 'Scene' }).click();
  const bodies = page.getByRole('region', { name: 'Bodies' });
  await bodies.getByLabel('Which part is to be a body').selectOption({ label: 'frame' });
  await bodies.getByRole('button', { name: 'Make it a body' }).click();
  await expect(bodies.getByLabel('Close frame')).toBeVisible();
  await expect(page.locator('.body-outlines path.chosen')).toHaveAttribute('d', /^M/);
  await expectAccessible(page);
  const fallen = await look(page);

  const card = bodies.getByRole('listitem').filter({ hasText: 'frame' });
  await card.getByLabel('Held in its place until it is let go').check();
  await expect.poll(async () => apart(await look(page), fallen)).toBeGreaterThan(1);
  const held = await look(page);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => apart(await look(page), fallen)).toBeLessThan(0.2);
  await card.getByRole('button', { name: 'Delete frame' }).click();
  await expect.poll(async () => apart(await look(page), held)).toBeLessThan(0.5);
});

test('a heap falls the same to the bit in Chromium and in Node, for a minute', async ({ page }) => {
  const [count, seconds] = [40, 60];
  await page.goto('/naming');
  await page.evaluate(await bundled(new URL('fallingPage.ts', import.meta.url)));
  const there = await page.evaluate(
    ([bodies, until]) => (window as unknown as FallingPage).digestsOfHeap(bodies, until),
    [count, seconds] as const,
  );
  expect(there).toEqual(await digestsOfHeap(count, seconds));
  // The bar keeps them moving.
  expect(new Set(there).size).toBe(seconds);
});
