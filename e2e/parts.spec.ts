import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { testFolder, write } from '@cruvo/media/testing';
import { expect, expectAccessible, FURTHER, test } from './studio';

const folder = testFolder();
const TEMPLATE = new URL('../apps/web/public/templates/face.svg', import.meta.url);

/** The template with names that tell nothing. */
function unnamed(): string {
  let count = 0;
  return readFileSync(TEMPLATE, 'utf8').replace(/<g id="[^"]*"/g, () => `<g id="thing ${++count}"`);
}

const SPOTS =
  '<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" viewBox="0 0 200 100"><g inkscape:label="cape"><rect width="200" height="100" fill="#357"/></g><g inkscape:label="eye whites"><path fill="#fff" d="M30 30h40v30h-40zM120 30h40v30h-40z"/></g></svg>';

async function bringIn(page: Page, name: string, text: string): Promise<void> {
  await page.goto('/new');
  await page.getByLabel('Layered artwork, files').setInputFiles([write(folder, name, text)]);
  await expect(page.getByRole('navigation', { name: 'Parts' })).toBeVisible();
}

/** Letters and Enter with nothing between them, as from a quick hand on a slow machine. */
async function writeAndEnter(input: Locator, letters: string): Promise<void> {
  await input.evaluate((element, text) => {
    document.execCommand('insertText', false, text);
    element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  }, letters);
}

const row = (page: Page, name: string) => page.locator('.part-row', { hasText: name });
const partName = (page: Page, name: string) =>
  page.locator('.part-row .name').getByText(name, { exact: true });

test(
  'parts without names are told by keyboard, and mouths by their pictures',
  FURTHER,
  async ({ page }) => {
    await bringIn(page, 'Nell.svg', unnamed());
    await partName(page, 'thing 21').click();
    for (const [letters, name, meaning] of [
      ['r pu', 'thing 21', 'right pupil'],
      ['right white', 'thing 20', 'right white'],
    ] as const) {
      await page.keyboard.press('t');
      await writeAndEnter(page.getByRole('combobox', { name: 'What it is' }), letters);
      await expect(page.getByRole('dialog')).toBeHidden();
      await expect(row(page, name).locator('.taken-for')).toHaveText(meaning);
      await page.keyboard.press('ArrowDown');
    }
    await partName(page, 'thing 7').click();
    await page.keyboard.press('m');
    const dialog = page.getByRole('dialog', { name: 'Which mouth is for which sound?' });
    const drawing = (name: string) => dialog.getByRole('button', { name });
    await expect(drawing('thing 13')).toContainText('ah');
    await expect(drawing('thing 14')).toContainText('oh');
    await expectAccessible(page);
    // A sound that is given to another drawing leaves the one that had it.
    await drawing('thing 14').click();
    await dialog.getByRole('button', { name: 'ah', exact: true }).click();
    await expect(drawing('thing 13')).toContainText('no sound yet');
    await dialog.getByRole('button', { name: 'Use as the mouth' }).click();
    await expect(dialog).toBeHidden();
    await expect(page.getByRole('button', { name: 'talks', exact: true })).toBeVisible();
    await expect(row(page, 'thing 14').locator('.taken-for')).toHaveText('ah, oh');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(row(page, 'thing 14').locator('.taken-for')).toHaveCount(0);
  },
);

/** Fourteen drawings of a face, as layers that are numbered alone, four of them hidden mouths or lids. */
const NUMBERED = (() => {
  const shapes: readonly (readonly [shape: string, hidden?: boolean])[] = [
    ['<path d="M90 500c0-90 50-130 110-130s110 40 110 130z" fill="#47624f"/>'],
    ['<ellipse cx="200" cy="220" rx="130" ry="165" fill="#e3b48c"/>'],
    [
      '<path d="M70 200C60 80 140 30 200 30s140 50 130 170c-30-80-80-100-130-100S100 120 70 200z"/>',
    ],
    ['<path d="M200 210l-14 50h26z" fill="#c98f6a"/>'],
    ['<ellipse cx="145" cy="190" rx="32" ry="22" fill="#fff"/>'],
    ['<ellipse cx="255" cy="190" rx="32" ry="22" fill="#fff"/>'],
    ['<circle cx="145" cy="190" r="11" fill="#00f"/>'],
    ['<circle cx="255" cy="190" r="11" fill="#00f"/>'],
    ['<path d="M112 186q33 26 66 0v10q-33 24-66 0z"/>', true],
    ['<path d="M222 186q33 26 66 0v10q-33 24-66 0z"/>', true],
    ['<path d="M155 300q45 22 90 0v5q-45 22-90 0z" fill="#8c3030"/>'],
    ['<ellipse cx="200" cy="308" rx="34" ry="34" fill="#5a1616"/>', true],
    ['<ellipse cx="200" cy="308" rx="18" ry="22" fill="#5a1616"/>', true],
    ['<path d="M150 298h100q-10 24-50 24t-50-24z" fill="#5a1616"/>', true],
  ];
  const layers = shapes.map(
    ([shape, hidden], at) =>
      `<g inkscape:label="Layer ${at + 1}"${hidden ? ' style="display:none"' : ''}>${shape}</g>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" viewBox="0 0 400 500">${layers.join('')}</svg>`;
})();

test('fourteen layers without names talk, blink and look after six actions', async ({ page }) => {
  // The first: they are dropped.
  await bringIn(page, 'Numbered.svg', NUMBERED);
  await page.getByRole('button', { name: 'Take all' }).click();
  await partName(page, 'Layer 14').click();
  await partName(page, 'Layer 11').click({ modifiers: ['Shift'] });
  await page.keyboard.press('m');
  const dialog = page.getByRole('dialog', { name: 'Which mouth is for which sound?' });
  await dialog.getByRole('button', { name: 'Use as the mouth' }).click();
  await expect(dialog).toBeHidden();
  for (const ability of ['talks', 'blinks', 'looks']) {
    const shown = page.getByRole('button', { name: ability, exact: true });
    await expect(shown).toHaveClass(/\bcan\b/);
  }
  await expect(row(page, 'Layer 12').locator('.taken-for')).toHaveText('ah');
});

test('two whites in one drawing become the right and the left one', FURTHER, async ({ page }) => {
  await bringIn(page, 'Spots.svg', SPOTS);
  await partName(page, 'eye whites').click();
  await page.getByRole('button', { name: 'Take apart' }).click();
  const dialog = page.getByRole('dialog', { name: 'Take “eye whites” apart' });
  await expect(dialog.getByRole('img', { name: 'The drawing in 2 pieces' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Take apart into 2 parts' }).click();
  await expect(dialog).toBeHidden();
  await expect(row(page, 'piece 1').locator('.taken-for')).toHaveText('right white');
  await expect(row(page, 'piece 2').locator('.taken-for')).toHaveText('left white');
});

test(
  'a lasso cuts something out of pixels, and what was behind it is painted',
  FURTHER,
  async ({ page }) => {
    await page.goto('/new');
    const ora = new URL('../apps/web/public/templates/face.ora', import.meta.url).pathname;
    await page.getByLabel('Layered artwork, files').setInputFiles([ora]);
    await partName(page, 'head').click();
    await page.getByRole('button', { name: 'Take apart' }).click();
    const dialog = page.getByRole('dialog', { name: 'Take “head” apart' });
    const takeApart = dialog.getByRole('button', { name: /^Take apart/ });
    await expect(dialog.getByRole('img', { name: 'The drawing in one piece' })).toBeVisible();
    await expect(takeApart).toBeDisabled();
    const box = (await dialog.locator('.pieces-picture').boundingBox())!;
    const to = ([x, y]: readonly [number, number]) =>
      page.mouse.move(box.x + box.width * x, box.y + box.height * y, { steps: 5 });
    const [first, ...others] = [
      [0.3, 0.4],
      [0.7, 0.4],
      [0.7, 0.6],
      [0.3, 0.6],
    ] as const;
    await to(first);
    await page.mouse.down();
    for (const corner of others) await to(corner);
    await page.mouse.up();
    await expect(dialog.getByRole('img', { name: 'The drawing in 2 pieces' })).toBeVisible();
    await dialog.getByRole('button', { name: 'Take back the last step' }).click();
    await expect(takeApart).toBeDisabled();
    await to(first);
    await page.mouse.down();
    for (const corner of others) await to(corner);
    await page.mouse.up();
    await takeApart.click();
    await expect(dialog).toBeHidden();
    await expect(partName(page, 'piece 2')).toBeVisible();
    // Without the piece, the head is whole all the same.
    await partName(page, 'piece 2').click();
    await page.keyboard.press('h');
    const opacity = () =>
      row(page, 'piece 1')
        .locator('canvas')
        .evaluate((canvas: HTMLCanvasElement) => {
          const { width, height } = canvas;
          return canvas.getContext('2d')!.getImageData(width / 2, height / 2, 1, 1).data[3];
        });
    await expect.poll(opacity).toBe(255);
  },
);
