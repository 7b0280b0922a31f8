import { linesOf } from '@cruvo/core/scene';
import { frameLength } from '@cruvo/core/time';
import { copyOfDemo, expect, expectAccessible, FURTHER, type StudioPage, test } from './studio';

const FRAME = frameLength('24');

/** What was set by hand in the first line, as frames. */
const byHand = async (studio: StudioPage) => {
  await studio.saved();
  const [line] = linesOf((await studio.onServer()).body);
  return line!.corrections.map(({ start, end, drawing }) => [start / FRAME, end / FRAME, drawing]);
};

test.describe('the exposure sheet', () => {
  test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

  test('mouths are typed, held, copied, pasted and taken back', async ({ studio }) => {
    const { page } = studio;
    await page.getByRole('tab', { name: 'Sheet' }).click();
    const sheet = page.getByRole('grid', { name: 'Exposure sheet of Two' });
    await expectAccessible(page);
    await sheet.focus();
    for (let frame = 0; frame < 5; frame++) await page.keyboard.press('ArrowDown');
    await expect(sheet.getByRole('row', { selected: true })).toHaveAttribute('aria-rowindex', '6');
    await page.keyboard.type('op');
    expect(await byHand(studio)).toEqual([[5, 6, 'open']]);
    // The first of what is chosen is held through all of it.
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Enter');
    await expect.poll(() => byHand(studio)).toEqual([[5, 8, 'open']]);
    await page.keyboard.press('ControlOrMeta+c');
    await page.keyboard.press('PageDown');
    await page.keyboard.press('ControlOrMeta+v');
    await expect.poll(async () => (await byHand(studio)).slice(1)).toEqual([[19, 22, 'open']]);
    await page.keyboard.press('1');
    await expect.poll(async () => (await byHand(studio))[1]).toEqual([19, 20, 'closed']);
    await page.keyboard.press('-');
    await expect.poll(async () => (await byHand(studio))[1]).toEqual([20, 22, 'open']);
    // On twos a row is two frames.
    await page.getByLabel('on twos').check();
    await sheet.focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('2');
    await expect.poll(async () => (await byHand(studio))[0]).toEqual([0, 2, 'open']);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await byHand(studio))[0]).toEqual([5, 8, 'open']);
  });

  test('a mouth is held by dragging it down', FURTHER, async ({ studio }) => {
    const { page } = studio;
    await page.getByRole('tab', { name: 'Sheet' }).click();
    const sheet = page.getByRole('grid', { name: 'Exposure sheet of Two' });
    const cell = (row: number) => sheet.locator(`[aria-rowindex="${row}"] [data-mouth]`);
    await cell(3).click();
    await page.keyboard.press('2');
    const from = (await cell(3).locator('[data-fill]').boundingBox())!;
    const to = (await cell(9).boundingBox())!;
    await page.mouse.move(from.x + 4, from.y + 4);
    await page.mouse.down();
    await page.mouse.move(to.x + 20, to.y + 10, { steps: 6 });
    await page.mouse.up();
    await expect.poll(() => byHand(studio)).toEqual([[2, 9, 'open']]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => byHand(studio)).toEqual([[2, 3, 'open']]);
  });
});

test('keys lay mouths while the scene plays, also at half speed, as one step', async ({
  studio,
}) => {
  const { page } = studio;
  const frame = async () => Number(/frame (\d+)/.exec(await studio.clock())![1]);
  await page.keyboard.press('h');
  await expect(page.getByRole('button', { name: 'Full speed' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect.poll(frame).toBeGreaterThan(3);
  await page.keyboard.press('2');
  const pressed = await frame();
  await expect.poll(frame).toBeGreaterThan(pressed + 6);
  await page.keyboard.press('1');
  await expect.poll(frame).toBeGreaterThan(pressed + 12);
  await page.keyboard.press('Space');
  const laid = await byHand(studio);
  expect(laid.map(([, , drawing]) => drawing)).toEqual(['open', 'closed']);
  const [[, end], [start]] = laid as [number[], number[]];
  expect([start, end! - (laid[0]![0] as number) > 5]).toEqual([end, true]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => byHand(studio)).toEqual([]);
});

test(
  'unsure sounds are looked at one after the other, and what people change is counted',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    const copy = await copyOfDemo(studio);
    const summary = page.locator('.review-summary');
    await expect(summary).toHaveText(/^0 of \d+ unsure sounds looked at/);
    await page.keyboard.press('u');
    const card = page.getByRole('region', { name: 'Review' });
    await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
    await expect(card.locator('.tray-mouth')).toHaveCount(3);
    const first = await card.locator('strong').textContent();
    // The likeliest that isn't shown yet.
    const other = card.locator('.tray-mouth[aria-pressed="false"]').first();
    const key = (await other.getAttribute('aria-keyshortcuts'))!;
    await page.keyboard.press(key);
    await expect(card).toContainText(/^.*1 of \d+ looked at$/s);
    await page.keyboard.press('Enter');
    await expect(card).toContainText(/^.*2 of \d+ looked at$/s);
    await page.keyboard.press('Escape');
    await expect(card).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
    await expect(summary).toHaveText(/^2 of \d+ unsure sounds looked at\. One mouth of/);
    await copy.saved();
    const [line] = linesOf((await copy.onServer()).body);
    expect([line!.corrections.length, line!.reviewed.length]).toEqual([1, 2]);
    expect(first).not.toBe('');
  },
);

test('markers are set, and one goes from one to the next', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.keyboard.press('m');
  for (let frame = 0; frame < 12; frame++) await page.keyboard.press('.');
  await page.keyboard.press('m');
  await page.keyboard.press('Home');
  await page.keyboard.press('n');
  await expect.poll(() => studio.clock()).toContain('frame 13');
  await page.keyboard.press('Shift+N');
  await expect.poll(() => studio.clock()).toContain('frame 1');
  await studio.saved();
  const { markers } = (await studio.onServer()).body;
  expect(Object.values(markers).map(({ name, start }) => [name, start / FRAME])).toEqual(
    expect.arrayContaining([
      ['Marker 1', 0],
      ['Marker 2', 12],
    ]),
  );
});
