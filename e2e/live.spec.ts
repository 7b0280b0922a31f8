import type { Page } from '@playwright/test';
import { linesOf } from '@cruvo/core/scene';
import {
  copyOfDemo,
  expect,
  expectAccessible,
  FURTHER,
  smallFilm,
  StudioPage,
  test,
  trackOf,
} from './studio';

/** Opens the live desk of a copy of the demo's scene, with a live page. */
async function onAir(studio: StudioPage): Promise<{ desk: Page; shown: Page; address: string }> {
  const { sceneId, page: desk } = await copyOfDemo(studio);
  await desk.goto(`/scenes/${sceneId}/live`);
  await desk.getByRole('tab', { name: 'Pages' }).click();
  await expect(desk.getByText('No page is open.')).toBeVisible();
  await desk.getByLabel('Name of a new live page').fill('Over the game');
  await desk.getByRole('button', { name: 'New page' }).click();
  const address = await desk.getByRole('textbox', { name: 'Address' }).inputValue();
  const shown = await desk.context().newPage();
  await shown.setViewportSize({ width: 320, height: 240 });
  await shown.goto(address);
  await expect(shown.getByRole('img')).toBeVisible();
  await expect(desk.getByText('One page is open.')).toBeVisible();
  return { desk, shown, address };
}

const pictureOf = (page: Page) =>
  page.getByRole('img').evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());

async function speak(desk: Page): Promise<void> {
  await desk.getByRole('tab', { name: 'Voice' }).click();
  await desk.getByLabel('Play the sound').uncheck();
  await desk.getByRole('button', { name: 'Speak' }).click();
}

test('a character goes live over another picture, is recorded and filmed', async ({ studio }) => {
  const { desk, shown } = await onAir(studio);
  const corner = await shown.getByRole('img').evaluate((canvas: HTMLCanvasElement) => {
    return [...canvas.getContext('2d')!.getImageData(1, 1, 1, 1).data];
  });
  expect(corner).toEqual([0, 0, 0, 0]);
  expect(await shown.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe(
    'rgba(0, 0, 0, 0)',
  );

  await desk.getByRole('button', { name: 'Record' }).click();
  await desk.getByRole('tab', { name: 'Voice' }).click();
  await desk.getByLabel(/^Bring to life/).check();
  const still = await pictureOf(shown);
  await speak(desk);
  await expect.poll(() => pictureOf(shown)).not.toBe(still);
  await desk.getByRole('tab', { name: 'Pages' }).click();
  await expect(desk.getByTestId('page-delay')).toContainText(/after \d+ ms, 95 % within \d+ ms/);
  // A page that is loaded anew goes on where the desk is.
  await shown.reload();
  await expect(shown.getByRole('img')).toBeVisible();
  await expect(desk.getByText('One page is open.')).toBeVisible();
  const again = await pictureOf(shown);
  await expect.poll(() => pictureOf(shown)).not.toBe(again);
  await expect
    .poll(() => desk.getByRole('button', { name: /^Stop \d/ }).textContent())
    .toMatch(/0:0[6-9]|0:[1-9]\d/);
  await desk.getByRole('button', { name: /^Stop \d/ }).click();
  const link = desk.getByRole('status').getByRole('link', { name: /, live/ });
  await expect(link).toBeVisible({ timeout: 60_000 });
  await link.click();

  const recorded = new StudioPage(desk, /\/scenes\/([^/]+)$/.exec(desk.url())![1]!);
  await expect(desk.getByRole('button', { name: 'Play' })).toBeVisible();
  const { body } = await recorded.onServer();
  const lines = linesOf(body);
  expect(lines).toHaveLength(1);
  const { sounds } = await trackOf(desk, lines[0]!.track!);
  expect(sounds.filter(({ viseme }) => viseme > 0).length).toBeGreaterThan(8);
  // Nods and glances are a take.
  expect(Object.values(body.takes)).toHaveLength(1);
  const film = await smallFilm(desk);
  const seconds = await film.locator('video').evaluate((video: HTMLVideoElement) => video.duration);
  expect(Math.abs(seconds - body.length / 705_600_000)).toBeLessThan(0.2);
});

test(
  'a live page is at rest without its desk, and empty at an address that was changed',
  FURTHER,
  async ({ studio }) => {
    const { desk, shown, address } = await onAir(studio);
    await desk.goto('about:blank');
    await expect(shown.getByRole('img')).toBeVisible();
    await desk.goBack();
    await desk.getByRole('tab', { name: 'Pages' }).click();
    await expect(desk.getByText('One page is open.')).toBeVisible();
    await desk.getByLabel('Mirrored').check();
    await expect(shown.locator('.mirrored')).toBeVisible();
    await desk.getByRole('button', { name: /^Another address/ }).click();
    await expect(shown.getByRole('img')).toBeHidden();
    const shownAddress = desk.getByRole('textbox', { name: 'Address' });
    await expect(shownAddress).not.toHaveValue(address);
    await shown.goto(await shownAddress.inputValue());
    await expect(shown.getByRole('img')).toBeVisible();
  },
);

test('voices are muted, gated and kept as presets', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.goto(`/scenes/${(await copyOfDemo(studio)).sceneId}/live`);
  await expect(page.getByRole('button', { name: 'Speak' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Keep as preset' }).click();
  await page.getByLabel('Name of the preset').fill('Greeting');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  const mute = page.getByRole('button', { name: 'Mute' });
  await page.getByRole('img').click();
  await page.keyboard.press('m');
  await expect(mute).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('1');
  await expect(mute).toHaveAttribute('aria-pressed', 'false');
  await speak(page);
  await page.getByRole('button', { name: 'Set the gate above the room' }).click();
  // It plays on: that is no room.
  await expect(page.getByRole('alert')).toContainText('Somebody spoke');
  await page.getByLabel('Gate').fill('-30');
  await expect(page.getByText('from −30 dB')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
});
