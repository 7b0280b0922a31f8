import type { StudioPage } from './studio';
import { expect, FURTHER, test } from './studio';

const RED = [255, 0, 0];
const WHITE = [255, 255, 255];

/** Fits the mouths of the test voice: silent for two seconds, then a tone for two. */
async function fit({ page, saved }: StudioPage, studio: StudioPage) {
  await page.getByRole('button', { name: 'Fit mouths' }).click();
  await expect(page.getByRole('button', { name: 'Fit mouths' })).toBeVisible();
  await saved.call(studio);
}

async function choose(studio: StudioPage, time: number) {
  const { x, y } = await studio.at(time, 'mouths', 4);
  await studio.page.mouse.click(x, y);
  await expect(studio.chosen).toContainText('Mouth');
}

test('fitting lays mouths that follow the voice, and they are kept', async ({ studio }) => {
  await fit(studio, studio);
  await choose(studio, 3);
  await expect(studio.chosen).toContainText('Mouth 2 of 2: Open, 2.000 to 4.000');
  await expect.poll(() => studio.middle()).toEqual(WHITE);
  await choose(studio, 1);
  await expect.poll(() => studio.middle()).toEqual(RED);
  await studio.page.reload();
  await choose(studio, 3);
  await expect(studio.chosen).toContainText('Open');
});

test('a mouth is changed by pictures, by digits and to rest; undo and redo follow', async ({
  studio,
}) => {
  const { page } = studio;
  await fit(studio, studio);
  await choose(studio, 3);
  await page.getByRole('button', { name: 'Mouth Closed' }).click();
  await expect(studio.chosen).toContainText('Closed, 2.000 to 4.000 seconds, set by hand');
  await expect.poll(() => studio.middle()).toEqual(RED);
  await page.keyboard.press('2');
  await expect(studio.chosen).toContainText('Open');
  await page.keyboard.press('Delete');
  await expect(studio.chosen).toContainText('Closed');
  for (let press = 0; press < 3; press++) await page.keyboard.press('Control+z');
  await expect(studio.chosen).toContainText('Open, 2.000 to 4.000 seconds');
  await expect(studio.chosen).not.toContainText('by hand');
  for (let press = 0; press < 3; press++) await page.keyboard.press('Control+y');
  await expect(studio.chosen).toContainText('Closed');
  await page.keyboard.press('r');
  await expect(studio.chosen).toContainText('Open');
  await studio.saved();
});

test(
  'arrows go from mouth to mouth and move edges; a reload shows it',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await fit(studio, studio);
    await choose(studio, 3);
    await page.keyboard.press('ArrowLeft');
    await expect(studio.chosen).toContainText('Mouth 1 of 2: Closed, 0.000 to 2.000');
    for (let press = 0; press < 6; press++) await page.keyboard.press('Shift+ArrowLeft');
    await expect(studio.chosen).toContainText('0.000 to 1.750');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Alt+ArrowRight');
    await expect(studio.chosen).toContainText('Mouth 2 of 2: Open, 1.792 to 4.000');
    await studio.saved();
    await page.reload();
    await choose(studio, 3);
    await expect(studio.chosen).toContainText('1.792 to 4.000');
  },
);

test('an edge is dragged, as one step', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await fit(studio, studio);
  await studio.drag('mouths', 2, 2.5, 4);
  await choose(studio, 3);
  await expect(studio.chosen).toContainText('2.500 to 4.000');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(studio.chosen).toContainText('2.000 to 4.000');
  await studio.saved();
  expect((await studio.onServer()).body.lines['line']!.corrections).toEqual([]);
});

test('sliders change the mouths at once', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await fit(studio, studio);
  await choose(studio, 3);
  await page.getByLabel(/^Strength/).fill('0.3');
  await expect(studio.chosen).toContainText('Closed');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(studio.chosen).toContainText('Open');
});

test('fitting can be cancelled', FURTHER, async ({ studio }) => {
  const { page } = studio;
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/api/media/*', async (route) => {
    await held;
    await route.fallback();
  });
  await page.getByRole('button', { name: 'Fit mouths' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Fit mouths' })).toBeVisible();
  letGo();
  expect((await studio.onServer()).body.lines['line']!.track).toBeNull();
});
