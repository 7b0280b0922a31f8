import { DEMO, expect, expectAccessible, FURTHER, StudioPage, test } from './studio';

test('the demo production is listed and opens with its film to be made', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Saltmarsh Weather' }).click();
  await page.getByRole('link', { name: 'The evening bulletin' }).click();
  await expect(page.getByRole('heading', { name: 'The evening bulletin' })).toBeVisible();
  await expect(page.getByLabel('Script')).toHaveValue(
    /Good evening, and welcome to Saltmarsh Weather/,
  );
  await expect(
    page.getByRole('group', { name: 'Mouths of Isbel' }).getByRole('button'),
  ).toHaveCount(8);
});

test('the pages can be used by everyone', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Saltmarsh Weather' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/new');
  await expectAccessible(page);
  const studio = new StudioPage(page, DEMO.scene);
  await studio.open();
  await expectAccessible(page);
  await page.getByRole('tab', { name: 'Films' }).click();
  await page.getByRole('button', { name: 'New film' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expectAccessible(page);
});

for (const [width, height] of [
  [1024, 700],
  [1280, 800],
  [2560, 1440],
] as const) {
  test(`the studio fits a window of ${width} by ${height}`, FURTHER, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const studio = new StudioPage(page, DEMO.scene);
    await studio.open();
    const overflow = await page.evaluate(() => [
      document.documentElement.scrollWidth - innerWidth,
      document.documentElement.scrollHeight - innerHeight,
    ]);
    expect(overflow).toEqual([0, 0]);
    const stage = (await page.locator('.stage canvas').boundingBox())!;
    expect(stage.width).toBeGreaterThan(0.45 * width);
    const timeline = (await page.locator('.overview').boundingBox())!;
    expect(timeline.y + timeline.height).toBeLessThanOrEqual(height);
  });
}

test('the keys are listed on a question mark', FURTHER, async ({ page }) => {
  await new StudioPage(page, DEMO.scene).open();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('play and pause');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/scenes/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('alert')).toContainText('This is no longer there.');
  await page.goto('/nowhere');
  await expect(page.getByRole('alert')).toContainText('There is nothing at this address');
});
