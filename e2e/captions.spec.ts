import { copyOfScene, DEMO, expect, FURTHER, test } from './studio';

test(
  'what is said is written on the stage, and placed by dragging',
  FURTHER,
  async ({ studio: first }) => {
    const studio = await copyOfScene(first, DEMO.dialogue, ({ lines }) => lines);
    const { page } = studio;
    await page.getByRole('tab', { name: 'Scene' }).click();
    await page.getByText('Bubbles', { exact: true }).click();
    const look = page.getByRole('group', { name: 'Bubbles' });
    await expect(look.getByLabel('Font')).toHaveValue('hand');
    await look.getByLabel('Come up').selectOption('whole');
    await studio.saved();

    // In the middle of the first line, a bubble is there to be taken hold of.
    const line = Object.values((await studio.onServer()).body.lines).find(
      ({ name }) => name === '01 isbel',
    )!;
    expect(line.caption).toEqual({ kind: null, at: null });
    const ruler = await studio.at(2, 'ruler', 30);
    await page.mouse.click(ruler.x, ruler.y);
    const stage = (await page.locator('.stage-handles').boundingBox())!;
    const on = (x: number, y: number) =>
      [stage.x + x * stage.width, stage.y + y * stage.height] as const;
    await expect(async () => {
      await page.mouse.move(...on(0.12, 0.12));
      await page.mouse.down();
      await page.mouse.move(...on(0.5, 0.5), { steps: 8 });
      await page.mouse.up();
      await page.getByRole('tab', { name: 'Line' }).click();
      await expect(page.getByRole('button', { name: 'Reset place' })).toBeVisible({
        timeout: 1000,
      });
    }).toPass();
    await studio.saved();
    const placed = (await studio.onServer()).body.lines[line.id]!;
    expect(placed.caption.kind).toBeNull();
    expect(placed.caption.at!.x).toBeGreaterThan(0.4);
    await page.getByRole('button', { name: 'Reset place' }).click();
    await expect(page.getByRole('button', { name: 'Reset place' })).toBeHidden();
    await page.getByLabel('On the stage', { exact: true }).selectOption('nothing');
    await studio.saved();
    expect((await studio.onServer()).body.lines[line.id]!.caption).toEqual({
      kind: 'none',
      at: null,
    });
  },
);

test('letters that a font lacks are named', FURTHER, async ({ studio }) => {
  await studio.open();
  const { page } = studio;
  await page.getByLabel('Script', { exact: true }).fill('Туман идёт.');
  await page.getByLabel('On the stage').selectOption('a caption');
  await expect(page.getByText(/^Figtree lacks Т у м а н и д ё/)).toBeVisible();
  await page.getByRole('tab', { name: 'Scene' }).click();
  await page.getByRole('group', { name: 'Captions' }).getByLabel('Font').selectOption('noto');
  await page.getByRole('tab', { name: 'Line' }).click();
  await expect(page.getByText(/lacks/)).toBeHidden();
});
