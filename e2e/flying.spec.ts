import { filmed } from './filmed';
import { apart, look } from './pictures';
import { expect, expectAccessible, test } from './studio';

test('confetti bursts at the playhead, from where it is dragged to, and is filmed the same from anywhere', async ({
  studio,
}) => {
  const { page } = studio;
  await page.getByRole('tab', { name: 'Scene' }).click();
  const still = await look(page);
  const presets = page.getByRole('group', { name: 'Weather and other things that fly' });
  await presets.getByRole('button', { name: 'Confetti' }).click();
  await page.getByRole('button', { name: 'Burst at the playhead' }).click();
  for (let frame = 0; frame < 12; frame++) await page.keyboard.press('.');
  await expect.poll(async () => apart(await look(page), still)).toBeGreaterThan(1);
  const burst = await look(page);
  await expectAccessible(page);

  const end = (await page.locator('.source-end').boundingBox())!;
  const middle = { x: end.x + end.width / 2, y: end.y + end.height / 2 };
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.down();
  await page.mouse.move(middle.x - 120, middle.y, { steps: 5 });
  await page.mouse.up();
  await expect.poll(async () => apart(await look(page), burst)).toBeGreaterThan(1);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => apart(await look(page), burst)).toBe(0);

  await studio.saved();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  for (let frame = 0; frame < 12; frame++) await page.keyboard.press('.');
  await expect.poll(async () => apart(await look(page), burst)).toBe(0);

  const whole = await filmed(studio, 0, 2);
  const end2 = await filmed(studio, 1, 2);
  expect(whole).toHaveLength(24);
  expect(end2).toEqual(whole.slice(12));
  // It goes on moving until then.
  expect(new Set(whole).size).toBeGreaterThan(20);
});
