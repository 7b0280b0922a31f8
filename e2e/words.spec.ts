import { linesOf, sceneTime } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { copyOfDemo, expect, FURTHER, test, trackOf } from './studio';

test(
  'words are written anew, joined, and their edges moved; only there the sounds change',
  FURTHER,
  async ({ studio }) => {
    test.setTimeout(180_000);
    const { page } = studio;
    const copy = await copyOfDemo(studio);
    const { body } = await copy.onServer();
    const length = toSeconds(body.length);
    const line = async () => linesOf((await copy.onServer()).body)[0]!;
    const first = await line();
    const heard = async () => trackOf(page, (await line()).track!);
    const before = await heard();
    const index = before.words.findIndex(({ text }) => text === 'washing');
    const word = before.words[index]!;
    const inScene = (time: number) => toSeconds(sceneTime(first, toFlicks(time)));
    const clickOn = async (time: number) => {
      const { x, y } = await copy.at(inScene(time), 'words', length);
      await page.mouse.click(x, y);
    };
    const changed = async (last: string | null) => {
      await expect.poll(async () => (await line()).track, { timeout: 60_000 }).not.toBe(last);
      await copy.saved();
      return heard();
    };

    await clickOn((word.start + word.end) / 2);
    const field = page.getByLabel('The word “washing”');
    await field.fill('wash ink');
    await field.press('Enter');
    const rewritten = await changed(first.track);
    const texts = rewritten.words.map(({ text }) => text);
    expect(texts).toEqual(
      before.words.flatMap(({ text }) => (text === 'washing' ? ['wash', 'ink'] : [text])),
    );
    expect((await line()).script).toBe(first.script.replace('washing', 'wash ink'));
    const outside = (track: typeof before) =>
      track.sounds.filter(({ start, end }) => end < word.start - 0.01 || start > word.end + 0.01);
    expect(outside(rewritten)).toEqual(outside(before));
    const inside = rewritten.sounds.filter(
      ({ start, end }) => start > word.start - 0.01 && end < word.end + 0.01,
    );
    expect(new Set(inside.map((sound) => sound.word))).toEqual(new Set(['wash', 'ink']));

    // One word again.
    const { track } = await line();
    const [wash] = rewritten.words.slice(index);
    await clickOn((wash!.start + wash!.end) / 2);
    await page.getByRole('button', { name: 'Join it with the next word' }).click();
    const joined = await changed(track);
    expect(joined.words[index]!.text).toBe('washink');
    expect(joined.words).toHaveLength(before.words.length);

    // Its end, earlier: the word ends there.
    const { track: last } = await line();
    const { start, end } = joined.words[index]!;
    await copy.drag('words', inScene(end), inScene(end) - 0.12, length);
    const moved = await changed(last);
    expect(moved.words[index]!.start).toBeCloseTo(start, 2);
    expect(Math.abs(moved.words[index]!.end - (end - 0.12))).toBeLessThan(0.03);

    for (let steps = 0; steps < 3; steps++)
      await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(async () => (await line()).track).toBe(first.track);
    expect((await line()).script).toBe(first.script);
  },
);
