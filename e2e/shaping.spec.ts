import { linesOf } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { copyOfScene, DEMO, expect, FURTHER, test } from './studio';

test(
  'a voice is made slower, lower and clearer, and evened out; its mouths stay on their sounds',
  FURTHER,
  async ({ studio }) => {
    test.setTimeout(240_000);
    const { page } = studio;
    // One short line, with a mouth set by hand.
    const copy = await copyOfScene(studio, DEMO.dialogue, (scene) => {
      const line = linesOf(scene)[0]!;
      const piece = { start: line.length / 2, end: line.length / 2 + 29_400_000 };
      const drawing = 'mouth/ah';
      return { [line.id]: { ...line, start: 0, corrections: [{ ...piece, drawing }] } };
    });
    const line = async () => linesOf((await copy.onServer()).body)[0]!;
    const before = await line();

    await page.getByText('Sound', { exact: true }).click();
    const pace = page.getByRole('slider', { name: /^Pace/ });
    await pace.fill('50');
    await pace.press('ArrowLeft');
    await expect.poll(async () => (await line()).shaping.pace, { timeout: 60_000 }).toBe(0.5);
    const slow = await line();
    expect(slow.duration / before.duration).toBeCloseTo(2, 3);
    expect(slow.length / before.length).toBeCloseTo(2, 3);
    expect(slow.corrections[0]!.start / before.corrections[0]!.start).toBeCloseTo(2, 3);
    expect(slow.track).toBe(before.track);
    expect(slow.voice).toEqual(before.voice);

    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await line()).shaped).toBeNull();
    expect((await line()).length).toBe(before.length);

    await page.getByLabel('Noise').selectOption('sound');
    await expect
      .poll(async () => (await line()).shaping.cleaning, { timeout: 60_000 })
      .toBe('sound');
    const clean = await line();
    expect(clean.shaped!.working).not.toBe(clean.voice!.working);
    expect(clean.duration).toBe(before.duration);
    // What is heard is clearer now: the mouths are fitted to it.
    await expect.poll(async () => (await line()).track, { timeout: 60_000 }).not.toBe(before.track);
    const asRecorded = page.getByLabel('Hear it as it was recorded (B)');
    await expect(asRecorded).not.toBeChecked();
    await page.locator('body').click({ position: { x: 5, y: 200 } });
    await page.keyboard.press('b');
    await expect(asRecorded).toBeChecked();

    await page.getByRole('button', { name: 'Even out its loudness' }).click();
    await expect(page.getByText(/^It was -\d+\.\d LUFS loud, and is -1\d\.\d now\.$/)).toBeVisible({
      timeout: 60_000,
    });
    await expect.poll(async () => (await line()).gain).not.toBe(0);
    expect(toSeconds((await line()).length)).toBeCloseTo(toSeconds(before.length), 5);
  },
);
