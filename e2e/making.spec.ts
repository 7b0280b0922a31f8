import { copyFileSync } from 'node:fs';
import { join } from 'node:path';
import { svg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { expect, FURTHER, test } from './studio';

const folder = testFolder();
const closed = write(
  folder,
  'closed.svg',
  svg(
    300,
    300,
    '<circle cx="150" cy="150" r="140" fill="#e8a33d"/><path d="M90 200H210" stroke="#402010" stroke-width="8"/>',
  ),
);
const open = write(
  folder,
  'open.svg',
  svg(
    300,
    300,
    '<circle cx="150" cy="150" r="140" fill="#e8a33d"/><ellipse cx="150" cy="200" rx="60" ry="40" fill="#402010"/>',
  ),
);
const voice = wav(folder, 'tones.wav', 3, toneIn([0.5, 1], [1.5, 2.5]));
const speech = join(folder, 'hello there.flac');
copyFileSync(new URL('../demo/saltmarsh/isbel-bulletin.flac', import.meta.url), speech);

test('two drawings and a voice talk, and become a film', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'New production' }).click();
  await page.getByLabel('Voice, file').setInputFiles([open, speech, closed]);
  for (const name of ['closed.svg', 'open.svg', 'hello there.flac'])
    await expect(page.getByText(name)).toBeVisible();
  await expect(page.getByText(/^\d+\.\d s$/)).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('hello there');
  await page.getByRole('button', { name: 'Make it talk' }).click();
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('chosen-mouth')).toContainText(/Mouth 1 of \d\d+/);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('chosen-mouth')).toContainText(/Mouth 2 of \d\d+: Open/);

  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await page.getByText(/^More:/).click();
  await page.getByLabel('Frames a second').selectOption('25');
  await page.getByLabel('Width').fill('641');
  await page.getByRole('button', { name: 'Make the film' }).click();
  await expect(
    page.getByText(/the width of MP4 must be an even number of pixels, such as 642/),
  ).toBeVisible();
  await page.getByLabel('Width').fill('640');
  await page.getByLabel('Height').fill('360');
  await page.getByRole('button', { name: 'Make the film' }).click();
  const film = page.getByRole('article', { name: /^Film of hello there/ });
  await expect(film).toHaveAccessibleName('Film of hello there, done', { timeout: 40_000 });
  const download = page.waitForEvent('download');
  await film.getByRole('link', { name: 'Download' }).click();
  expect((await download).suggestedFilename()).toBe('hello there.mp4');
  await expect(film.locator('video')).toHaveJSProperty('videoWidth', 640);
});

test(
  'files that can’t be used say why, and another can take their place',
  FURTHER,
  async ({ page }) => {
    await page.goto('/new');
    await page.getByLabel('Voice, file').setInputFiles(write(folder, 'text.wav', 'hello'));
    await expect(page.getByRole('group', { name: 'Voice' }).getByRole('alert')).toContainText(
      '“text.wav” is not a sound that Cruvo can read.',
    );
    await page
      .getByLabel('Mouth open, file')
      .setInputFiles(write(folder, 'bad.svg', svg(9, 9, '<script/>')));
    await expect(page.getByRole('group', { name: 'Mouth open' }).getByRole('alert')).toContainText(
      'contains a <script>',
    );
    await expect(page.getByRole('button', { name: 'Make it talk' })).toBeDisabled();
    await page.getByLabel('Voice, file').setInputFiles(voice);
    await page.getByLabel('Mouth open, file').setInputFiles(closed);
    await page.getByLabel('Mouth closed, file').setInputFiles(open);
    await page.getByRole('button', { name: 'Swap closed and open' }).click();
    await expect(page.getByRole('group', { name: 'Mouth closed' })).toContainText('closed.svg');
    await expect(page.getByRole('button', { name: 'Make it talk' })).toBeEnabled();
  },
);

test('a silent recording leaves the mouth at rest, and says why', FURTHER, async ({ page }) => {
  await page.goto('/new');
  await page
    .getByLabel('Voice, file')
    .setInputFiles([closed, open, wav(folder, 'still.wav', 1, () => 0)]);
  await page.getByLabel('Name').fill('Stillness');
  await page.getByRole('button', { name: 'Make it talk' }).click();
  await expect(page.getByRole('alert')).toContainText(
    'Nothing can be heard in this recording, so the mouth stays at rest.',
  );
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Stillness' }).click();
  await expect(page.getByRole('heading', { name: 'Stillness', exact: true })).toBeHidden();
});

test('a film that is being made can be cancelled', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await page.getByLabel('Width').fill('3840');
  await page.getByLabel('Height').fill('2160');
  await page.getByText(/^More:/).click();
  await page.getByLabel('Frames a second').selectOption('60');
  await page.getByRole('button', { name: 'Make the film' }).click();
  await page.getByRole('button', { name: 'Cancel this film' }).click();
  const film = page.getByRole('article', { name: 'Film of Scene, cancelled' });
  await expect(film).toBeVisible();
  await film.getByRole('button', { name: 'Remove from the list' }).click();
  await expect(page.getByText('No film yet.')).toBeVisible();
});
