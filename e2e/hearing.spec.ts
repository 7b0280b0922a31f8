import {
  DEMO,
  expect,
  expectAccessible,
  FURTHER,
  StudioPage,
  test as base,
  trackOf,
} from './studio';
import { linesOf } from '@cruvo/core/scene';

const SCRIPT = /Good evening, and welcome to Saltmarsh Weather/;

/** The demo's scene; what a test changes there it takes back. */
const test = base.extend<{ demo: StudioPage }>({
  demo: async ({ page }, use) => {
    const demo = new StudioPage(page, DEMO.scene);
    await demo.open();
    await use(demo);
    await page.goto(`/scenes/${DEMO.scene}`);
  },
});

async function undoAll({ page, saved }: StudioPage, studio: StudioPage) {
  const undo = page.getByRole('button', { name: 'Undo' });
  while (await undo.isEnabled()) await undo.click();
  await saved.call(studio);
}

test('mouths are fitted to the voice and its script, and what was heard is told', async ({
  demo,
}) => {
  const { page } = demo;
  await page.getByRole('button', { name: 'Fit mouths' }).click();
  await expect(page.getByText('49 words found, all of the script.')).toBeVisible();
  await expect(page.getByText('The voice is clear.')).toBeVisible();
  await page.getByText('Figures').click();
  await expect(page.getByText('Cut-off peaks')).toBeVisible();
  await undoAll(demo, demo);
});

test(
  'a script of something else is found out, and the voice alone is offered',
  FURTHER,
  async ({ demo }) => {
    const { page } = demo;
    await page
      .getByLabel('Script', { exact: true })
      .fill(
        'Quite another story of bicycles, thunder and jelly, told by nobody to no one at noon.',
      );
    await page.getByRole('button', { name: 'Fit mouths' }).click();
    await expect(page.getByRole('alert')).toContainText('The script doesn’t match this voice');
    // What was found of an earlier script says nothing of this one.
    await expect(page.getByText('words found')).toBeHidden();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Fit to the voice alone' }).click();
    await expect(page.getByRole('alert')).toBeHidden();
    await expect(page.getByText('words found')).toBeHidden();
    await expect(page.getByText('The voice is clear.')).toBeVisible();
    await undoAll(demo, demo);
  },
);

test('a script is dropped as a text file; anything else is refused', FURTHER, async ({ demo }) => {
  const { page } = demo;
  const file = page.getByLabel('Text file');
  await file.setInputFiles({
    name: 'a.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Mind your boots.'),
  });
  await expect(page.getByLabel('Script', { exact: true })).toHaveValue('Mind your boots.');
  await file.setInputFiles({
    name: 'b.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from([0xff, 0xfe, 0]),
  });
  await expect(page.getByRole('alert')).toContainText('“b.txt” is no plain text.');
  await page.getByLabel('Script', { exact: true }).fill('');
  await page.keyboard.press('Escape');
  await undoAll(demo, demo);
  await expect(page.getByLabel('Script', { exact: true })).toHaveValue(SCRIPT);
});

test('only the loop is fitted again', FURTHER, async ({ demo }) => {
  const { page } = demo;
  await page.getByLabel('Script', { exact: true }).fill('');
  await page.keyboard.down('Shift');
  await demo.drag('wave', 3, 6, 17);
  await page.keyboard.up('Shift');
  await page.getByRole('button', { name: 'Fit only the loop' }).click();
  await expect(page.getByRole('button', { name: 'Fit only the loop' })).toBeVisible();
  // Words before the stretch are still known; inside it the voice alone was heard.
  await demo.saved();
  const { body } = await demo.onServer();
  const track = await trackOf(page, linesOf(body)[0]!.track!);
  expect(track.words.some(({ end }) => end < 3)).toBe(true);
  expect(track.words.some(({ start, end }) => start > 3.3 && end < 5.7)).toBe(false);
  await undoAll(demo, demo);
});

test('a band is chosen on the spectrum', FURTHER, async ({ demo }) => {
  const { page } = demo;
  await page.getByText('One band').click();
  await expect(page.getByRole('img', { name: /from 300 to 1000 Hz is chosen/ })).toBeVisible();
  await page.getByLabel('to', { exact: true }).fill('2500');
  await expect(page.getByRole('img', { name: /from 300 to 2500 Hz is chosen/ })).toBeVisible();
  await undoAll(demo, demo);
});

test('names are said as the production wants', FURTHER, async ({ demo }) => {
  const { page } = demo;
  await page.getByRole('button', { name: 'Names' }).click();
  await expect(page.getByLabel('Name 1', { exact: true })).toHaveValue('Isbel');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Another name' }).click();
  await page.getByLabel('Name 2', { exact: true }).fill('Corrigan');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('write how it is said');
  await page.getByRole('button', { name: 'Remove name 2' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('the character speaks live with the simulated microphone', async ({ demo }) => {
  const { page } = demo;
  await page.getByRole('link', { name: 'Live' }).click();
  const picture = () =>
    page.locator('.stage canvas').evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());
  await expectAccessible(page);
  const still = await picture();
  await page.getByLabel('Play the sound').uncheck();
  await page.getByRole('button', { name: 'Speak' }).click();
  await expect(page.getByTestId('delay')).toContainText(/follows after \d+ ms/);
  await expect.poll(picture).not.toBe(still);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Speak' })).toBeVisible();
});

test('U goes to what is unsure, and round again', FURTHER, async ({ demo }) => {
  const { page } = demo;
  await page.getByLabel('Script', { exact: true }).fill('');
  await page.getByRole('button', { name: 'Fit mouths' }).click();
  await expect(page.getByText('words found')).toBeHidden();
  await page.getByRole('button', { name: 'Fit mouths' }).focus();
  await page.keyboard.press('u');
  await expect(demo.chosen).toContainText('Mouth');
  const first = await demo.chosen.textContent();
  await page.keyboard.press('u');
  await expect(demo.chosen).not.toHaveText(first!);
  await undoAll(demo, demo);
});

test(
  'the settings of the sounds change the mouths without hearing again',
  FURTHER,
  async ({ demo }) => {
    const { page } = demo;
    const mouths = async () => {
      await page.keyboard.press('Escape');
      // Zoomed out, mouths are narrower than the reach of their edges: chosen at the playhead.
      const { x, y } = await demo.at(6.7, 'ruler', 17);
      await page.mouse.click(x, y);
      await page.locator('body').press('Enter');
      await expect(demo.chosen).toContainText('Mouth ');
      return demo.chosen.textContent();
    };
    const before = await mouths();
    for (const [label, value] of [
      ['Hold', '4'],
      ['Lead', '0.2'],
      ['Smoothness', '1'],
    ] as const) {
      await page.getByLabel(new RegExp(`^${label}`)).fill(value);
      await expect.poll(mouths).not.toBe(before);
      await page.getByRole('button', { name: 'Undo' }).click();
      await expect.poll(mouths).toBe(before);
    }
    await page.getByText('Loudness', { exact: true }).click();
    await expect(page.getByLabel(/^Opens above/)).toBeVisible();
    await undoAll(demo, demo);
  },
);
