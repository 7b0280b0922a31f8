import { cutOff, DEMO, expect, FURTHER, StudioPage, test } from './studio';

for (const [width, height] of [
  [1024, 700],
  [1280, 800],
] as const) {
  test.describe(`at ${width} × ${height}`, FURTHER, () => {
    test.use({ viewport: { width, height } });

    test('nothing is cut in the scene', async ({ page }) => {
      await new StudioPage(page, DEMO.scene).open();
      await expect(page.getByRole('button', { name: 'Names' })).toBeVisible();
      await expect(page.locator('.tray-mouth')).toHaveCount(8);
      expect(await cutOff(page)).toEqual([]);
      for (const name of ['Scene', 'Films']) {
        await page.getByRole('tab', { name }).click();
        expect(await cutOff(page)).toEqual([]);
      }
    });

    test('nothing is cut beside a character', async ({ page }) => {
      await page.goto(`/characters/${DEMO.isbel}`);
      await expect(page.getByRole('button', { name: 'Say' })).toBeVisible();
      for (const name of ['Mouth', 'Eyes', 'Part']) {
        await page.getByRole('tab', { name, exact: true }).click();
        expect(await cutOff(page)).toEqual([]);
      }
    });

    test('nothing is cut on the other pages', async ({ page }) => {
      for (const [path, heading] of [
        ['/', 'Productions'],
        ['/new', 'New production'],
        [`/productions/${DEMO.production}`, 'Scenes'],
        [`/scenes/${DEMO.scene}/live`, null],
      ] as const) {
        await page.goto(path);
        if (heading) await expect(page.getByRole('heading', { name: heading })).toBeVisible();
        else await expect(page.getByRole('button', { name: 'Speak' })).toBeVisible();
        expect(await cutOff(page)).toEqual([]);
      }
    });
  });
}
