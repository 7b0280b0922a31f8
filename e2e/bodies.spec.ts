import { fileURLToPath } from 'node:url';
import type { Locator, Page } from '@playwright/test';
import { svg, testFolder, write } from '@cruvo/media/testing';
import { shareOfValuesOff } from '../packages/film/src/testing/goldenSheet';
import { expect, test, smallFilm, FURTHER } from './studio';

const folder = testFolder();
const VOICE = fileURLToPath(new URL('../demo/saltmarsh/fog/06 wick.flac', import.meta.url));

/** Somebody with a face, an arm drawn in one piece and a leg. */
const FIGURE = svg(
  400,
  600,
  `<g id="leg left"><rect x="225" y="400" width="36" height="190" rx="16" fill="#3d4b66"/></g>
   <g id="body"><rect x="120" y="240" width="160" height="200" rx="40" fill="#7a9e6d"/></g>
   <g id="arm left"><path d="M252 262L330 330L330 440" fill="none" stroke="#c96f4a" stroke-width="40" stroke-linejoin="round" stroke-linecap="round"/></g>
   <g id="head"><ellipse cx="200" cy="140" rx="95" ry="105" fill="#f1cfa8"/><ellipse cx="200" cy="190" rx="52" ry="34" fill="#fff1dc"/></g>
   <g id="nose"><circle cx="200" cy="165" r="14" fill="#5b3a29"/></g>
   <g id="eyes"><g id="white left"><circle cx="240" cy="115" r="20" fill="#ffffff"/></g><g id="pupil left"><circle cx="240" cy="115" r="8" fill="#222222"/></g>
   <g id="white right"><circle cx="160" cy="115" r="20" fill="#ffffff"/></g><g id="pupil right"><circle cx="160" cy="115" r="8" fill="#222222"/></g></g>
   <g id="mouth"><g id="rest"><path d="M175 200H225" stroke="#803030" stroke-width="5"/></g><g id="AH"><ellipse cx="200" cy="204" rx="24" ry="14" fill="#803030"/></g></g>`,
);

const stage = (page: Page) => page.locator('.character-stage canvas').first();
/** The colour values of a stretch of the stage, as shares of it. */
const pixels = (page: Page, box: readonly [x: number, y: number, width: number, height: number]) =>
  stage(page).evaluate((canvas: HTMLCanvasElement, [x, y, width, height]) => {
    const { data } = canvas
      .getContext('2d')!
      .getImageData(
        x * canvas.width,
        y * canvas.height,
        width * canvas.width,
        height * canvas.height,
      );
    return [...data];
  }, box);
const ARM = [0.6, 0.4, 0.4, 0.35] as const;
const FACE = [0.25, 0.15, 0.5, 0.25] as const;

const middle = async (mark: Locator) => {
  const { x, y, width, height } = (await mark.boundingBox())!;
  return { x: x + width / 2, y: y + height / 2 };
};

test('a body is set up by itself: an arm bends, a foot stays, a head turns, a belly is painted, and it is filmed', async ({
  page,
}) => {
  await page.goto('/new');
  await page.getByLabel('Layered artwork, files').setInputFiles([write(folder, 'Bo.svg', FIGURE)]);
  await expect(page.getByRole('button', { name: 'talks', exact: true })).toBeVisible();
  await page.getByRole('tab', { name: 'Body' }).click();
  for (const name of ['On the body', 'Left arm bends', 'Left leg bends', 'Head turn']) {
    await expect(page.getByLabel(new RegExp(`^${name}`))).toBeChecked();
  }
  await page.getByRole('button', { name: 'Set up the body' }).click();

  // An arm that is dragged by its hand, and goes back when it is let go.
  const hand = page.getByRole('button', { name: 'Hand: is dragged' });
  const from = await middle(hand);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  const before = await pixels(page, ARM);
  await page.mouse.move(from.x + 40, from.y - 120, { steps: 5 });
  await expect
    .poll(async () => shareOfValuesOff(await pixels(page, ARM), before, 24))
    .toBeGreaterThan(0.03);
  await expect.poll(async () => Math.round((await middle(hand)).y - from.y)).toBeLessThan(-90);
  await page.mouse.up();
  await expect.poll(async () => Math.round((await middle(hand)).y - from.y)).toBe(0);

  // A foot that stays where it is while all of the body leans.
  await page
    .locator('.part-row', { hasText: /^leg left/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Body' }).click();
  const foot = page.getByRole('button', { name: /^Foot: stays/ });
  const hip = page.getByRole('button', { name: /^Hip: / });
  const [stood, held] = [await middle(foot), await middle(hip)];
  await page.getByRole('slider', { name: 'Value of Lean' }).fill('1');
  await expect.poll(async () => Math.abs((await middle(hip)).x - held.x)).toBeGreaterThan(3);
  const after = await middle(foot);
  expect(Math.hypot(after.x - stood.x, after.y - stood.y)).toBeLessThan(1.5);
  await page.getByRole('slider', { name: 'Value of Lean' }).fill('0');

  // A head that turns, drawing and all.
  const ahead = await pixels(page, FACE);
  await page.getByRole('slider', { name: 'Value of Head turn' }).fill('1');
  await expect
    .poll(async () => shareOfValuesOff(await pixels(page, FACE), ahead, 24))
    .toBeGreaterThan(0.05);
  await page.getByRole('slider', { name: 'Value of Head turn' }).fill('0');

  // A soft region: begun with two clicks, then painted, and moved by a control.
  await page.locator('.part-row', { hasText: /^body/ }).first().click();
  await page.getByRole('tab', { name: 'Part' }).click();
  await page.getByRole('button', { name: 'Let its drawing bend' }).click();
  await page.getByRole('button', { name: 'Add a soft region' }).click();
  const box = (await stage(page).boundingBox())!;
  const at = (across: number, down: number) =>
    [box.x + across * box.width, box.y + down * box.height] as const;
  await page.mouse.click(...at(0.5, 0.58));
  await page.mouse.click(...at(0.5, 0.68));
  const heat = page.getByRole('img', { name: /goes along with Region 1/ });
  await expect(heat).toBeVisible();
  const painted = () =>
    heat.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      return data.reduce((sum, value, index) => (index % 4 === 3 ? sum + value : sum), 0);
    });
  const begun = await painted();
  await page.mouse.move(...at(0.42, 0.5));
  await page.mouse.down();
  await page.mouse.move(...at(0.58, 0.5), { steps: 4 });
  await page.mouse.up();
  expect(await painted()).toBeGreaterThan(begun * 1.02);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await painted()) / begun).toBeCloseTo(1, 2);
  await page.keyboard.press('Escape');
  await expect(heat).toBeHidden();

  // What was made is kept, and filmed.
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
  await page.reload();
  await page.getByRole('tab', { name: 'Body' }).click();
  await expect(page.getByRole('button', { name: /^Left arm bends/ })).toBeVisible();
  await page.getByRole('button', { name: 'Make a scene' }).click();
  await page.getByLabel('Voice, file').setInputFiles(VOICE);
  await page.getByRole('button', { name: 'Make the scene' }).click();
  await expect(page.getByTitle('Set up Bo')).toBeVisible();

  // It is brought to life; a reaction of one's own is made, and turned round while one watches.
  await page.getByRole('tab', { name: 'Life' }).click();
  await page.getByRole('button', { name: 'Bring Bo to life' }).click();
  await expect(page.getByRole('region', { name: 'Nods on stressed words' })).toBeVisible();
  await page.getByRole('button', { name: 'Reaction', exact: true }).click();
  await page.getByRole('button', { name: 'One of your own' }).click();
  const card = page.getByRole('region', { name: 'Reaction', exact: true });
  await expect(card.getByText('It moves nothing yet: choose a control.')).toBeVisible();
  await card.getByLabel('Signal').selectOption('cycle');
  await card.getByLabel('Move another control').selectOption({ label: 'Lean' });
  await expect(card.getByRole('img', { name: /^The signal/ })).toBeVisible();
  await page.getByRole('button', { name: 'Next frame' }).click();
  const leaning = await page.locator('.stage canvas').first().screenshot();
  await card.getByRole('button', { name: 'The other way round' }).click();
  await expect
    .poll(async () => (await page.locator('.stage canvas').first().screenshot()).equals(leaning))
    .toBe(false);

  // A correction on top of all that: a key, in its graph.
  await page.getByLabel('Set another control by hand').selectOption({ label: 'Lean' });
  await page.getByLabel('Value of Lean here').fill('0.8');
  await expect(page.getByRole('slider', { name: /^Key at/ })).toHaveAttribute(
    'aria-valuenow',
    /^0\.8/,
  );
  await expect(page.getByRole('list', { name: 'What moves it' })).toContainText('Keys');

  // A part that is dragged on the stage is keyed too: the control that moves it that way. Keys are rows of the timeline.
  await page.getByRole('button', { name: 'Pose by dragging on the stage' }).click();
  const canvas = (await page.locator('.stage canvas').first().boundingBox())!;
  const head = { x: canvas.x + 0.5 * canvas.width, y: canvas.y + 0.3 * canvas.height };
  await page.mouse.move(head.x, head.y);
  await page.mouse.down();
  await page.mouse.move(head.x + 30, head.y, { steps: 3 });
  await expect(page.locator('.readout.posing')).toHaveText(/^Head \w+ -?\d/);
  await page.mouse.up();
  await page.keyboard.press('p');
  // How far down the head is dragged depends on the size of the stage: one of its controls, or two.
  await expect(page.locator('.mover-head').nth(0)).toHaveText('Lean');
  await expect(page.locator('.mover-head').nth(1)).toHaveText(/^Head /);
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
  await smallFilm(page);
});

test('points are added by pointing, and removed with one key', FURTHER, async ({ page }) => {
  await page.goto('/new');
  await page
    .getByLabel('Layered artwork, files')
    .setInputFiles([write(folder, 'Points.svg', FIGURE)]);
  await expect(page.getByRole('button', { name: 'talks', exact: true })).toBeVisible();
  await page
    .locator('.part-row', { hasText: /^arm left/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Part' }).click();
  await page.getByRole('button', { name: 'Let its drawing bend' }).click();
  const box = (await stage(page).boundingBox())!;
  const add = async (across: number, down: number) => {
    await page.getByRole('button', { name: 'Add a point' }).click();
    await page.mouse.click(box.x + across * box.width, box.y + down * box.height);
  };
  await add(0.63, 0.45);
  await add(0.8, 0.55);
  await add(0.8, 0.72);
  await expect(page.getByRole('button', { name: /^Root: holds/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Joint: bends/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Grip: is dragged/ })).toBeVisible();
  // The grip was made last, and is the one that is chosen.
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /^Grip: is dragged/ })).toHaveCount(0);
  // Without it the joint bends nothing any more, and says so.
  await page
    .getByRole('region', { name: 'Joint' })
    .getByRole('button', { name: /^Joint/ })
    .click();
  await expect(page.getByRole('note')).toContainText('nothing drags it');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Grip: is dragged/ })).toBeVisible();
});
