import { linesOf } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { testFolder, write } from '@cruvo/media/testing';
import { DEMO, expect, expectAccessible, FURTHER, type StudioPage, test } from './studio';

const folder = testFolder();
const MARSH = write(
  folder,
  'marsh.svg',
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200">
    <g id="sky"><rect width="200" height="200" fill="#0000ff"/></g>
    <g id="rail"><rect y="80" width="200" height="40" fill="#00ff00"/></g>
  </svg>`,
);
const FACE = write(
  folder,
  'face.svg',
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">
    <g id="head"><circle cx="50" cy="50" r="50" fill="#884400"/></g>
    <g id="mouth"><g id="closed"><rect x="40" y="70" width="20" height="4"/></g>
    <g id="open"><rect x="40" y="60" width="20" height="20"/></g></g>
  </svg>`,
);

const up = async ({ page }: StudioPage) => {
  await page.getByTitle('All scenes and characters of this production').click();
  await expect(page.getByRole('heading', { name: 'Scenes' })).toBeVisible();
};
const sceneNames = ({ page }: StudioPage) =>
  page.getByRole('region', { name: 'Scenes' }).getByRole('heading', { level: 3 });
const more = async ({ page }: StudioPage, name: string, entry: string) => {
  await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
  await page.getByRole('button', { name: entry, exact: true }).click();
};

test('a production has scenes that are added, duplicated, put in order, deleted and brought back', async ({
  studio,
}) => {
  const { page } = studio;
  await up(studio);
  await expectAccessible(page);
  await more(studio, 'Scene', 'Duplicate');
  await expect(sceneNames(studio)).toHaveText(['Scene', 'Scene 2']);
  await more(studio, 'Scene 2', 'Move earlier');
  await expect(sceneNames(studio)).toHaveText(['Scene 2', 'Scene']);
  await page.reload();
  await expect(sceneNames(studio)).toHaveText(['Scene 2', 'Scene']);
  // By the keyboard too; a key is heard once the one before has been answered.
  const grip = page.getByRole('button', { name: 'Move Scene 2' });
  const told = page.getByRole('status').filter({ hasText: /place/ });
  await grip.press('Space');
  await expect(told).toHaveText('At place 1 of 2');
  // What is said comes before the arrows are listened to; at the last place one more does nothing.
  await expect(async () => {
    await grip.press('ArrowRight');
    await expect(told).toHaveText('At place 2 of 2', { timeout: 2000 });
  }).toPass();
  await grip.press('Space');
  await expect(told).toHaveText('Dropped at place 2 of 2');
  await expect(sceneNames(studio)).toHaveText(['Scene', 'Scene 2']);

  await more(studio, 'Scene', 'Delete');
  await expect(sceneNames(studio)).toHaveText(['Scene 2']);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(sceneNames(studio)).toHaveText(['Scene', 'Scene 2']);
  await more(studio, 'Two', 'Delete');
  await expect(page.getByRole('alert')).toHaveText(/Two stands in the scene “Scene( 2)?”/);

  await page.getByRole('button', { name: 'New scene' }).click();
  await expect(page.getByText('Who is on stage?')).toBeVisible();
  await page.getByRole('group', { name: 'Characters' }).getByRole('button').click();
  await expect(page.locator('.row-name', { hasText: 'Two' })).toBeVisible();
  await up(studio);
  await expect(sceneNames(studio)).toHaveText(['Scene', 'Scene 2', 'Scene 3']);
});

test('a production is renamed, found by what is in it, deleted and brought back', async ({
  studio,
}) => {
  const { page } = studio;
  await up(studio);
  const name = `Fog ${Date.now()}`;
  await page.getByTitle('Rename the production').click();
  await page.getByLabel('Name of the production').fill(name);
  await page.getByLabel('Name of the production').press('Enter');
  await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Cruvo, all productions' }).click();
  // There is a search as soon as there are more than a few.
  const search = page.getByLabel('Search productions, scenes and characters');
  const cards = page.getByRole('article');
  await expect(cards.first()).toBeVisible();
  if (await search.isVisible()) {
    await search.fill(`scene ${name}`);
    await expect(cards).toHaveCount(1);
    await search.fill('nothing of this name');
    await expect(page.getByText('Nothing is called “nothing of this name”.')).toBeVisible();
    await search.fill('');
  }
  const card = cards.filter({ hasText: name });
  await card.getByRole('button', { name: `Delete ${name}` }).click();
  await expect(card).toHaveCount(0);
  await page.reload();
  await page.getByText(/^Deleted in the last 30 days/).click();
  const line = page.getByRole('listitem').filter({ hasText: name });
  await line.getByRole('button', { name: 'Bring back' }).click();
  await expect(card).toHaveCount(1);
  await card.getByRole('link', { name: 'Scene', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
});

test('the stage has another shape, length and backdrop, and what is said stays', async ({
  studio,
}) => {
  const { page } = studio;
  const before = (await studio.onServer()).body;
  await page.getByRole('tab', { name: 'Scene' }).click();
  await page.getByRole('button', { name: '1:1' }).click();
  await page.getByLabel('Length, seconds').fill('1.5');
  await page.getByLabel('Length, seconds').press('Enter');
  await expect(page.getByText('The scene stays as long as what is said in it.')).toBeVisible();
  await page.getByLabel('Length, seconds').fill('much');
  await expect(page.getByText('A number from 0 to 7200')).toBeVisible();
  await page.getByLabel('Length, seconds').press('Escape');
  await page.getByLabel('Frames a second').selectOption('25');
  await page.getByLabel('Backdrop, files').setInputFiles(MARSH);
  const layers = page.getByRole('list', { name: 'Layers of the backdrop' });
  await expect(layers.getByRole('listitem')).toHaveText([/rail/, /sky/]);
  // The character stands before it, until a layer stands in front.
  await expect.poll(() => studio.middle()).toEqual([255, 0, 0]);
  await layers.getByLabel('in front').first().check();
  await expect.poll(() => studio.middle()).toEqual([0, 255, 0]);
  await page.getByRole('button', { name: 'Hide rail' }).click();
  await expect.poll(() => studio.middle()).toEqual([255, 0, 0]);
  await page.getByText('See-through').click();
  await studio.saved();
  const { body } = await studio.onServer();
  expect(body.stage).toEqual({ width: 1080, height: 1080, background: null });
  expect([body.frameRate, toSeconds(body.length)]).toEqual(['25', 4]);
  expect(linesOf(body)).toEqual(linesOf(before));
  expect(body.backdrop).toMatchObject({ name: 'marsh', fit: 'fill', front: ['rail'] });
});

test('a character of another production comes in as a copy', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.getByRole('button', { name: 'Character', exact: true }).click();
  await page.getByRole('button', { name: 'From other productions …' }).click();
  await page.getByLabel('Search characters, scenes and productions').fill('saltmarsh');
  const found = page.getByRole('region', { name: 'Saltmarsh Weather' });
  await found.getByRole('button', { name: 'Wick' }).first().click();
  await expect(page.locator('.row-name', { hasText: 'Wick' })).toBeVisible();
  await studio.saved();
  const { cast } = (await studio.onServer()).body;
  const characters = Object.values(cast).map(({ character }) => character);
  expect(characters).toHaveLength(2);
  expect(characters).not.toContain(DEMO.wick);
  await up(studio);
  await expect(
    page.getByRole('region', { name: 'Characters' }).getByRole('heading', { level: 3 }),
  ).toHaveText(['Two', 'Wick']);
});

test(
  'artwork that is chosen for the stage comes in as a character of the production',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await page.getByLabel('Artwork of a new character').setInputFiles(FACE);
    await expect(page.locator('.row-name', { hasText: 'face' })).toBeVisible();
    await studio.saved();
    await up(studio);
    await expect(
      page.getByRole('region', { name: 'Characters' }).getByRole('heading', { level: 3 }),
    ).toHaveText(['Two', 'face']);
  },
);

test('a production is carried away as a file, and brought in beside itself', async ({ studio }) => {
  const { page } = studio;
  await up(studio);
  const name = await page.getByRole('heading', { level: 1 }).textContent();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Carry away' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe(`${name}.production.zip`);
  const file = await download.path();
  await page.goto('/');
  const bringIn = page.getByLabel('A production that was carried away');
  await bringIn.setInputFiles(FACE);
  await expect(page.getByRole('alert')).toContainText('“face.svg” holds no production');
  await bringIn.setInputFiles(file);
  await expect(page).toHaveURL(/\/productions\//);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${name} 2`);
  await expectAccessible(page);
  // It is whole: its scene plays.
  await page.getByRole('region', { name: 'Scenes' }).getByRole('link').first().click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
});
