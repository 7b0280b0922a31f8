import { linesOf, placedSound, type Line } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import type { Page } from '@playwright/test';
import { copyOfScene, DEMO, expect, FURTHER, type StudioPage, test, trackOf } from './studio';

const WORDS = 'Corrigan, are you standing in my weather again?';
/** The demo's recording of these words, for the simulated microphone. */
const SPOKEN = '01 isbel';

const emptyFog = (studio: StudioPage) => copyOfScene(studio, DEMO.dialogue, () => ({}));

/** The line of a scene that has one only, once what was done is saved. */
async function only(copy: StudioPage): Promise<Line> {
  await expect(async () => {
    await copy.saved();
    expect(linesOf((await copy.onServer()).body)).toHaveLength(1);
  }).toPass();
  return linesOf((await copy.onServer()).body)[0]!;
}

/** Records what the simulated microphone says, to its end. */
async function record(page: Page, purpose: RegExp): Promise<void> {
  const recorder = page.getByRole('region', { name: 'Record' });
  if (!(await recorder.isVisible())) await page.keyboard.press('Shift+R');
  const what = recorder.getByLabel('What is recorded');
  const option = what.locator('option').filter({ hasText: purpose });
  const value = (await option.getAttribute('value'))!;
  await what.selectOption(value);
  await recorder.getByLabel('Voice from').selectOption({ label: SPOKEN });
  await recorder.getByLabel('Count-in').selectOption('1');
  await expect(what).toHaveValue(value);
  await recorder.getByRole('button', { name: 'Record', exact: true }).click();
  const stop = recorder.getByRole('button', { name: 'Stop' });
  await expect(stop).toBeVisible();
  await expect(stop).toBeHidden({ timeout: 60_000 });
}

test('what the simulated microphone says replaces a scratch voice, and what was set by hand follows', async ({
  studio,
}) => {
  test.setTimeout(240_000);
  const { page } = studio;
  const copy = await emptyFog(studio);
  await page.getByRole('button', { name: 'Isbel', exact: true }).click();
  await page.getByRole('button', { name: 'Write a line', exact: true }).click();
  await page.getByLabel('Script').fill(WORDS);
  await expect(page.getByText('not recorded')).toBeVisible();
  await expect.poll(async () => (await only(copy)).track).not.toBeNull();
  const written = await only(copy);
  expect(written).toMatchObject({ voice: null, script: WORDS });
  expect(toSeconds(written.length)).toBeGreaterThan(2);

  await page.getByRole('button', { name: 'Speak it with a scratch voice' }).click();
  await expect(page.getByText('scratch voice', { exact: true })).toBeVisible({ timeout: 60_000 });
  const scratch = await only(copy);
  expect(scratch.voice!.scratch).toEqual({ speaker: 'slt', wordsPerMinute: 150, pitch: 0 });

  // The vowel of “weather” is set by hand, on the scratch voice.
  const inWeather = async ({ track }: Line) =>
    (await trackOf(page, track!)).sounds.find(
      ({ word, viseme }) => word === 'weather' && viseme > 9,
    )!;
  const before = await inWeather(scratch);
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await page.getByRole('grid', { name: 'Exposure sheet of Isbel' }).focus();
  await page.keyboard.press('Home');
  const frame = Math.floor(24 * ((before.start + before.end) / 2));
  for (let at = 0; at < frame; at++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('8');
  await expect.poll(async () => (await only(copy)).corrections.length).toBe(1);
  const { drawing } = (await only(copy)).corrections[0]!;
  await page.getByRole('tab', { name: 'Line' }).click();

  await record(page, /which nobody has recorded yet/);
  await expect(page.getByText('all mouths set by hand followed')).toBeVisible({ timeout: 120_000 });
  await expect.poll(async () => (await only(copy)).voice!.scratch).toBeNull();
  const recorded = await only(copy);
  expect(recorded).toMatchObject({ id: written.id, start: written.start, script: WORDS });
  expect(recorded.voice!.scratch).toBeNull();
  const after = await inWeather(recorded);
  const [correction] = recorded.corrections;
  expect(correction!.drawing).toBe(drawing);
  expect(toSeconds(correction!.start)).toBeLessThan(after.end);
  expect(toSeconds(correction!.end)).toBeGreaterThan(after.start);

  // It begins with the line: what was heard during the count-in is kept, and not heard.
  const sound = placedSound(recorded);
  expect(sound.offset).toBeGreaterThan(0.9);
  const { words } = await trackOf(page, recorded.track!);
  expect(words.map(({ text }) => text).join(' ')).toBe(WORDS.replace(/[,?]/g, ''));
  expect(words[0]!.start).toBeGreaterThan(sound.offset - 0.05);
  expect(words[0]!.start).toBeLessThan(sound.offset + 0.4);

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await only(copy)).voice!.scratch?.speaker).toBe('slt');
});

test('takes pile up, are chosen from, and put together', FURTHER, async ({ studio }) => {
  test.setTimeout(240_000);
  const { page } = studio;
  const copy = await emptyFog(studio);
  await page.getByRole('button', { name: 'Isbel', exact: true }).click();
  await record(page, /A new line/);
  await expect.poll(async () => (await only(copy)).track, { timeout: 60_000 }).not.toBeNull();
  const first = await only(copy);
  expect(first.name).toBe('Recording 1');
  expect(first.takes).toEqual([]);

  await record(page, /Another take/);
  await expect.poll(async () => (await only(copy)).takes.length, { timeout: 120_000 }).toBe(2);
  const second = await only(copy);
  expect(second.voice!.working).not.toBe(first.voice!.working);
  await page.getByRole('button', { name: 'Close the recorder' }).click();

  const takes = page.getByRole('region', { name: 'Takes' });
  await takes.getByRole('button', { name: 'Mark Take 1 as a good one' }).click();
  await takes.getByRole('button', { name: 'Use Take 1' }).click();
  await expect.poll(async () => (await only(copy)).voice!.working).toBe(first.voice!.working);
  expect(await only(copy)).toMatchObject({
    ...{ offset: first.offset, length: first.length, track: first.track },
    takes: [{ starred: true }, { starred: false }],
  });

  // Of the second take only what is looped; then another recording over the loop.
  const length = toSeconds((await copy.onServer()).body.length);
  await page.keyboard.down('Shift');
  await copy.drag('ruler', 0.5, 1.5, length);
  await page.keyboard.up('Shift');
  await takes.getByRole('button', { name: /in the loop only$/ }).click();
  await expect.poll(async () => (await only(copy)).takes.length, { timeout: 120_000 }).toBe(3);
  const composed = await only(copy);
  expect([composed.offset, composed.length]).toEqual([first.offset, first.length]);
  expect(Math.abs(composed.duration - first.duration)).toBeLessThan(toFlicks(0.01));

  await page.keyboard.down('Shift');
  await copy.drag('ruler', 0.5, 1.5, length);
  await page.keyboard.up('Shift');
  await record(page, /The loop/);
  await expect.poll(async () => (await only(copy)).takes.length, { timeout: 120_000 }).toBe(4);
  const punched = await only(copy);
  expect([punched.offset, punched.length]).toEqual([first.offset, first.length]);
});

test(
  'a recording that was never finished is offered, and a microphone that may not be heard is said',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    const copy = await emptyFog(studio);
    const id = crypto.randomUUID();
    const recording = { id, scene: copy.sceneId, name: 'Lost take', sampleRate: 48_000 };
    await page.request.post('/api/recordings', { data: recording });
    for (const position of [0, 1]) {
      await page.request.put(`/api/recordings/${id}/pieces/${position}`, {
        data: Buffer.alloc(96_000),
        headers: { 'Content-Type': 'application/octet-stream' },
      });
    }
    await page.keyboard.press('Shift+R');
    const recorder = page.getByRole('region', { name: 'Record' });
    await expect(recorder.getByRole('alert').first()).toContainText(/microphone/);
    const lost = recorder.getByText(/“Lost take” of .* was never finished: 2.0 s are safe/);
    await expect(lost).toBeVisible();
    await recorder.getByRole('button', { name: 'Bring it in' }).click();
    await expect(lost).toBeHidden({ timeout: 60_000 });
    expect(toSeconds((await only(copy)).duration)).toBeCloseTo(2, 2);
  },
);
