import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { svg, testFolder, write } from '@cruvo/media/testing';
import { shareOfValuesOff } from '../packages/film/src/testing/goldenSheet';
import { DEMO, expect, expectAccessible, FURTHER, test, smallFilm } from './studio';

const folder = testFolder();
const TEMPLATE = new URL('../apps/web/public/templates/face.svg', import.meta.url);
const template = readFileSync(TEMPLATE, 'utf8');
const VOICE = new URL('../demo/saltmarsh/isbel-bulletin.flac', import.meta.url).pathname;
/** Size of the template, and the margin around it on the stage. */
const FACE = { width: 800, height: 900, margin: 27 };

async function drop(page: Page, ...files: string[]): Promise<void> {
  await page.goto('/new');
  await page.getByLabel('Layered artwork, files').setInputFiles(files);
}

/** The point on the page of a point of the template. */
async function at(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await page.locator('.character-stage canvas').boundingBox())!;
  const scale = box.height / (FACE.height + 2 * FACE.margin);
  return { x: box.x + (x + FACE.margin) * scale, y: box.y + (y + FACE.margin) * scale };
}

async function click(page: Page, x: number, y: number): Promise<void> {
  const point = await at(page, x, y);
  await page.mouse.click(point.x, point.y);
}

/** The colour values around the template's mouth. */
const aroundMouth = (page: Page) =>
  page.locator('.character-stage canvas').evaluate((canvas: HTMLCanvasElement) => {
    const { width, height } = canvas;
    const context = canvas.getContext('2d')!;
    return [...context.getImageData(width * 0.35, height * 0.58, width * 0.3, height * 0.16).data];
  });

/** Share of the colour values around the mouth that are plainly other ones than before. */
const mouthDiffers = async (page: Page, before: readonly number[]) =>
  shareOfValuesOff(await aroundMouth(page), before, 24);
/** More than that is another mouth; painted in another order, one and the same differs in hardly any value. */
const ANOTHER = 0.01;

const can = (page: Page, ability: string) =>
  page.getByRole('button', { name: ability, exact: true });

test('the template becomes a character that talks, blinks and looks', async ({ page }) => {
  await drop(page, write(folder, 'Nell.svg', template));
  await expect(can(page, 'talks')).toBeVisible();
  for (const ability of ['blinks', 'looks', 'raises its brows']) {
    await expect(can(page, ability)).toBeVisible();
  }
  await expect(page.getByRole('heading', { name: 'Nell' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Full chart' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByRole('button', { name: 'p b m drawn' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^th from / })).toBeVisible();

  const rest = await aroundMouth(page);
  await page.getByLabel('Words for the mouth to say').fill('Ah, papa, ah, mama, ah, papa');
  await page.getByText('Quarter', { exact: true }).click();
  await page.getByRole('button', { name: 'Say' }).click();
  await expect.poll(() => mouthDiffers(page, rest)).toBeGreaterThan(ANOTHER);
  await expect(page.getByRole('img', { name: 'Jaw, width and rounding over time' })).toBeVisible();
  await page.getByText('Full', { exact: true }).click();
  await expect.poll(() => mouthDiffers(page, rest)).toBeLessThan(ANOTHER / 5);
  await expectAccessible(page);
});

test(
  'broken names are mended by saying what the parts are, and the character makes its film',
  FURTHER,
  async ({ page }) => {
    const broken = template
      .replace('<g id="mouth">', '<g id="thing">')
      .replace('<g id="rest">', '<g id="jabber">')
      .replace('<g id="AH"', '<g id="wobble"')
      .replace(
        /<g id="(M B P|F V|EE|EH|OH|OO)"/g,
        (_, name: string) => `<g id="noise ${name.length}"`,
      );
    await drop(page, write(folder, 'Odd.svg', broken));
    await expect(can(page, 'not yet: talks')).toBeVisible();
    const say = async (part: string, meaning: string) => {
      await page.locator('.part-row', { hasText: new RegExp(`^${part}$`) }).click();
      await page.getByLabel('This is').selectOption({ label: meaning });
    };
    await say('thing', 'mouth');
    await say('jabber', 'silence');
    await say('wobble', 'ah');
    await expect(can(page, 'talks')).toBeVisible();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+y');
    await page.keyboard.press('Control+y');
    await expect(page.getByTestId('save-state')).toHaveText('Saved');
    await page.getByRole('tab', { name: 'Mouth' }).click();
    await expect(page.getByRole('button', { name: 'Two drawings' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );

    await page.getByRole('button', { name: 'Make a scene' }).click();
    await page.getByLabel('Voice, file').setInputFiles(VOICE);
    await page.getByRole('button', { name: 'Make the scene' }).click();
    await expect(page.locator('.way-up', { hasText: 'Odd' })).toBeVisible();
    await page.getByRole('button', { name: 'Fit mouths' }).click();
    await smallFilm(page);
  },
);

test('artwork of a raster editor without groups talks at once', FURTHER, async ({ page }) => {
  await drop(
    page,
    new URL('../packages/media/src/testing/artwork/lazpaint.ora', import.meta.url).pathname,
  );
  await expect(can(page, 'talks')).toBeVisible();
  await expect(can(page, 'blinks')).toBeVisible();
  await expect(page.getByRole('button', { name: 'p b m drawn' })).toBeVisible();
});

test('a bare face gets lips in three clicks, and other mouths after', FURTHER, async ({ page }) => {
  await page.goto('/new');
  await page.getByRole('button', { name: 'Bare face' }).click();
  await expect(can(page, 'not yet: talks')).toBeVisible();
  await page.getByRole('tab', { name: 'Mouth' }).click();
  const bare = await aroundMouth(page);
  await page.getByRole('button', { name: 'Drawn lips' }).click();
  await expect(page.getByText('Click the mouth’s left corner.')).toBeVisible();
  await click(page, 330, 570);
  await click(page, 470, 570);
  await click(page, 400, 600);
  await expect(can(page, 'talks')).toBeVisible();
  const lips = await aroundMouth(page);
  expect(shareOfValuesOff(lips, bare, 24)).toBeGreaterThan(ANOTHER);
  await page.getByLabel('Words for the mouth to say').fill('Ah, mama, ah, mama');
  await page.getByText('Quarter', { exact: true }).click();
  await page.getByRole('button', { name: 'Say' }).click();
  await expect.poll(() => mouthDiffers(page, lips)).toBeGreaterThan(ANOTHER);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Drawn lips' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test(
  'parts are chosen on the drawing and in the list, moved, and put back',
  FURTHER,
  async ({ page }) => {
    await drop(page, write(folder, 'Pru.svg', template));
    await expect(can(page, 'talks')).toBeVisible();
    await click(page, 400, 830);
    await expect(page.getByRole('heading', { name: 'body' })).toBeVisible();
    await expect(page.locator('.part-row.chosen')).toHaveText(/^body/);
    const [from, to] = [await at(page, 400, 830), await at(page, 460, 830)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 6 });
    await page.mouse.up();
    await expect
      .poll(async () => Number(await page.getByLabel('Right', { exact: true }).inputValue()))
      .toBeCloseTo(60, -1);
    await page.keyboard.press('Control+z');
    await expect(page.getByLabel('Right', { exact: true })).toHaveValue('0');

    await page.getByLabel('Find a part').fill('brow');
    await expect(page.locator('.part-row')).toHaveCount(2);
    await page.locator('.part-row', { hasText: 'brow left' }).click();
    await expect(page.getByLabel('This is')).toContainText('by its name: left brow');
    await page.getByLabel('Hidden').check();
    await expect(page.getByTestId('save-state')).toHaveText('Saved');
  },
);

test('eyes follow the point that is dragged', FURTHER, async ({ page }) => {
  await page.goto(`/characters/${DEMO.isbel}`);
  await page.getByRole('tab', { name: 'Eyes' }).click();
  const handle = page.getByRole('button', { name: 'Drag: what the eyes look at' });
  const canvas = page.locator('.character-stage canvas');
  const eyes = () =>
    canvas.evaluate((element: HTMLCanvasElement) => {
      const { width, height } = element;
      const context = element.getContext('2d')!;
      return [
        ...context.getImageData(width * 0.3, height * 0.28, width * 0.4, height * 0.14).data,
      ].join();
    });
  const before = await eyes();
  await handle.hover();
  const box = (await handle.boundingBox())!;
  await page.mouse.down();
  await page.mouse.move(box.x + 200, box.y + 120, { steps: 5 });
  await page.mouse.up();
  await expect.poll(eyes).not.toBe(before);
  await page.getByRole('button', { name: 'Look as drawn' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
});

test(
  'artwork that can’t be used says why, and nothing is made of it',
  FURTHER,
  async ({ page }) => {
    const alert = page.getByRole('group', { name: 'Layered artwork' }).getByRole('alert');
    await drop(page, write(folder, 'cut.svg', template.slice(0, 900)));
    await expect(alert).toHaveText(/“cut\.svg” is not a well-formed SVG/);
    await page
      .getByLabel('Layered artwork, files')
      .setInputFiles(write(folder, 'not.psd', '8BPSnot'));
    await expect(alert).toHaveText(/“not\.psd” is damaged or cut off/);
    await page
      .getByLabel('Layered artwork, files')
      .setInputFiles(write(folder, 'script.svg', svg(9, 9, '<g id="a"><script>1</script></g>')));
    await expect(alert).toHaveText(/contains a <script>/);
    expect(page.url()).toMatch(/\/new$/);
    await page.goto('/');
    await expect(page.getByText('script', { exact: true })).toHaveCount(0);
  },
);

test(
  'a drawing without names talks, blinks and looks by the look of its parts',
  FURTHER,
  async ({ page }) => {
    let count = 0;
    const unnamed = template.replace(/(?<=<g )id="[^"]*"/g, () => `id="thing ${++count}"`);
    await drop(page, write(folder, 'Unnamed.svg', unnamed));
    await expect(can(page, 'not yet: talks')).toBeVisible();
    const proposed = page.getByRole('group', { name: 'What parts look like' });
    await proposed.getByRole('button', { name: /^right pupil: / }).click();
    await expect(proposed.getByRole('button', { name: /^right pupil: / })).toHaveCount(0);
    await proposed.getByRole('button', { name: 'Take all' }).click();
    for (const ability of ['talks', 'blinks', 'looks', 'raises its brows']) {
      await expect(can(page, ability)).toBeVisible();
    }
    await page.keyboard.press('Control+z');
    await expect(can(page, 'not yet: talks')).toBeVisible();
  },
);

test('what is missing is dragged onto the part that it is', FURTHER, async ({ page }) => {
  // Single letters are sounds only inside a mouth.
  const letters: Record<string, string> = {
    'M B P': 'm',
    'F V': 'f',
    AH: 'a',
    EE: 'i',
    EH: 'e',
    OH: 'o',
    OO: 'u',
  };
  const unnamed = template
    .replace('id="mouth"', 'id="thing"')
    .replace(
      /<g id="(M B P|F V|AH|EE|EH|OH|OO)"/g,
      (_, name: string) => `<g id="${letters[name]}"`,
    );
  await drop(page, write(folder, 'Thing.svg', unnamed));
  await expect(can(page, 'not yet: talks')).toBeVisible();
  await expect(page.getByRole('button', { name: 'thing?' })).toBeVisible();
  const tag = page
    .getByRole('group', { name: 'Not recognised yet' })
    .getByRole('button', { name: 'mouth' });
  const from = (await tag.boundingBox())!;
  const to = await at(page, 400, 583);
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect(can(page, 'talks')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'thing', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(can(page, 'not yet: talks')).toBeVisible();
});

test(
  'newer artwork comes in over the old, with a say in what changes',
  FURTHER,
  async ({ page }) => {
    await drop(page, write(folder, 'Nell.svg', template));
    await expect(can(page, 'talks')).toBeVisible();
    const newer = template
      .replace('<g id="OH"', '<g id="OH round"')
      .replace('<g id="nose">', '<g id="beak">')
      .replace('</svg>', '<g id="hat"><rect x="250" y="20" width="300" height="90"/></g></svg>');
    await page.getByRole('button', { name: 'Artwork' }).click();
    await page.getByRole('button', { name: 'Update from newer artwork' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Newer artwork, files').setInputFiles(write(folder, 'N2.svg', newer));
    const renamed = dialog.getByRole('region', { name: 'Renamed' });
    await expect(renamed.getByRole('listitem')).toHaveText([
      /OH → OH round.*the very same picture/,
      /nose → beak.*the very same picture/,
    ]);
    await expect(dialog.getByRole('region', { name: 'New', exact: true })).toContainText('hat');
    await renamed.getByRole('listitem').nth(1).getByLabel('The same').click();
    await expect(dialog.getByRole('region', { name: 'Gone' })).toContainText('nose');
    await dialog.getByRole('region', { name: 'Gone' }).getByLabel('Keep it').check();
    await expectAccessible(page);
    await dialog.getByRole('button', { name: 'Apply changes' }).click();
    const row = (name: string) => page.locator('.part-row', { hasText: new RegExp(`^${name}`) });
    for (const name of ['OH round', 'hat', 'nose', 'beak']) await expect(row(name)).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(row('hat')).toHaveCount(0);
    await page.keyboard.press('Control+y');
    await expect(row('hat')).toBeVisible();
    await expect(page.getByTestId('save-state')).toHaveText('Saved');
  },
);

test('a character goes out as a file and into another production', FURTHER, async ({ page }) => {
  await page.goto(`/characters/${DEMO.wick}`);
  await page.getByRole('button', { name: 'Artwork' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Character as a file' }).click();
  const file = await (await download).path();
  await page.goto(`/productions/${DEMO.production}`);
  await page.getByRole('link', { name: 'New character' }).click();
  await page.getByLabel('Layered artwork, files').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'Wick' })).toBeVisible();
  await expect(can(page, 'talks')).toBeVisible();
});

test('keys move, hide and remove what is selected', FURTHER, async ({ page }) => {
  await drop(page, write(folder, 'Keys.svg', template));
  await click(page, 400, 830);
  await expect(page.getByRole('heading', { name: 'body' })).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Right', { exact: true })).toHaveValue('11');
  await page.keyboard.press('h');
  await expect(page.getByLabel('Hidden')).toBeChecked();
  await page.keyboard.press('h');
  await page.keyboard.press('Delete');
  await expect(page.locator('.part-row', { hasText: /^body/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.part-row', { hasText: /^body/ })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('remove the selected parts');
});

test('parts follow the mouth, and brows rest where one likes', FURTHER, async ({ page }) => {
  await drop(page, write(folder, 'Brow.svg', template));
  await expect(can(page, 'talks')).toBeVisible();
  await page.getByLabel('Add a brow, a cheek').selectOption({ label: 'brow left' });
  await expect(page.getByRole('region', { name: 'Followers' }).getByText('brow left')).toHaveCount(
    2,
  );
  await page.getByRole('button', { name: 'Colour behind' }).click();
  await expect(page.locator('.part-row', { hasText: /^colour behind/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Eyes' }).click();
  const slider = page.getByLabel('Left brow height');
  await slider.focus();
  for (let step = 0; step < 8; step++) await page.keyboard.press('ArrowRight');
  await page.getByRole('tab', { name: 'Mouth' }).click();
  await page.reload();
  await page.getByRole('tab', { name: 'Eyes' }).click();
  expect(Number(await page.getByLabel('Left brow height').inputValue())).toBeGreaterThan(1);
});

test('a control is made by example, plays at once, and is kept', FURTHER, async ({ page }) => {
  await drop(page, write(folder, 'Nod.svg', template));
  await expect(can(page, 'talks')).toBeVisible();
  await page.getByRole('tab', { name: 'Body' }).click();
  await page.getByRole('button', { name: 'New control' }).click();
  const slider = page.getByRole('slider', { name: 'Value of Control 1' });
  await slider.fill('1');
  await page.getByRole('status').getByRole('button', { name: 'Stop here' }).click();
  const before = await aroundMouth(page);
  // The head, with all that it holds, goes up at this stop.
  await page.locator('.part-row', { hasText: /^head/ }).first().click();
  await page.getByRole('tab', { name: 'Part' }).click();
  await page.getByLabel('Down', { exact: true }).fill('-60');
  await expect.poll(() => mouthDiffers(page, before)).toBeGreaterThan(0.02);
  await page.getByRole('tab', { name: 'Body' }).click();
  await expect(page.getByText('Touches')).toBeVisible();
  await slider.fill('0');
  await expect.poll(() => mouthDiffers(page, before)).toBeLessThan(0.02);
  await page.getByTitle('Rename the control').click();
  await page.getByLabel('Name of Control 1').fill('Nod');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('save-state')).toHaveText('Saved');
  await page.reload();
  await page.getByRole('tab', { name: 'Body' }).click();
  await page.getByRole('slider', { name: 'Value of Nod' }).fill('1');
  await expect.poll(() => mouthDiffers(page, before)).toBeGreaterThan(0.02);
});

test(
  'a body is set up by itself from what was recognised, and taken back',
  FURTHER,
  async ({ page }) => {
    await drop(page, write(folder, 'Lean.svg', template));
    await expect(can(page, 'talks')).toBeVisible();
    await page.getByRole('tab', { name: 'Body' }).click();
    const before = await aroundMouth(page);
    await page.getByLabel(/^Breath/).uncheck();
    await page.getByRole('button', { name: 'Set up the body' }).click();
    const tilt = page.getByRole('slider', { name: 'Value of Head tilt' });
    await expect(tilt).toBeVisible();
    await expect(page.getByRole('slider', { name: 'Value of Breath' })).toBeHidden();
    await tilt.fill('-1');
    await expect.poll(() => mouthDiffers(page, before)).toBeGreaterThan(0.02);
    await page.keyboard.press('Control+z');
    await expect(tilt).toBeHidden();
    await expect.poll(() => mouthDiffers(page, before)).toBeLessThan(0.02);
  },
);

test('what can’t be shown as it was is said', FURTHER, async ({ page }) => {
  const inside =
    '<g id="head"><rect width="60" height="60" fill="#ccaa88"/></g><g id="sign"><text y="40">Hm</text></g>';
  await drop(page, write(folder, 'sign.svg', svg(90, 90, inside)));
  await expect(
    page.getByText('sign: Its text is drawn with a font of this machine.'),
  ).toBeVisible();
});
