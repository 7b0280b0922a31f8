import { unzipSync } from 'fflate';
import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import { apart, look } from './pictures';
import { expect, expectAccessible, test, type StudioPage } from './studio';

/** The pictures of a stretch of the scene, in order. @param from @param to seconds */
async function filmed({ page, sceneId }: StudioPage, from: number, to: number) {
  const stretch = { start: from * FLICKS_PER_SECOND, end: to * FLICKS_PER_SECOND };
  const size = { width: 320, height: 180, frameRate: '12', background: null };
  const settings = { format: 'png', ...size, stretch };
  const ordered = await page.request.post('/api/films', { data: { scene: sceneId, settings } });
  expect(ordered.status()).toBe(201);
  const { id, production } = (await ordered.json()) as { id: string; production: string };
  const status = async () => {
    const films = await page.request.get(`/api/productions/${production}/films`);
    return ((await films.json()) as { id: string; status: string }[]).find((one) => one.id === id)!
      .status;
  };
  await expect.poll(status, { timeout: 60_000 }).toBe('done');
  const file = await page.request.get(`/api/films/${id}/files/0`);
  const inside = unzipSync(new Uint8Array(await file.body()));
  const names = Object.keys(inside).filter((name) => name.endsWith('.png'));
  return names.sort().map((name) => Buffer.from(inside[name]!).toString('base64'));
}

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
