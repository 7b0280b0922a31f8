import { linesOf, type Line } from '@cruvo/core/scene';
import { FLICKS_PER_SECOND, frameLength } from '@cruvo/core/time';
import { testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { expect, FURTHER, type StudioPage, test } from './studio';

const folder = testFolder();
const recordings = [
  wav(folder, 'answer 10.wav', 1, toneIn([0.2, 0.8])),
  wav(folder, 'answer 2.wav', 1.5, toneIn([0.2, 0.8])),
  write(folder, 'answer 3.wav', 'This is no sound.'),
  write(folder, 'answer 2.txt', 'Never mind.\n'),
];

const lines = async (studio: StudioPage): Promise<readonly Line[]> => {
  await studio.saved();
  return linesOf((await studio.onServer()).body);
};
const seconds = (flicks: number) => flicks / FLICKS_PER_SECOND;

/** Brings the production's character onto the stage once more. */
async function bringIn(studio: StudioPage): Promise<void> {
  await studio.page.getByRole('button', { name: 'Character', exact: true }).click();
  const menu = studio.page.locator('.dropdown-menu.show');
  await menu.getByRole('button', { name: 'Two', exact: true }).click();
  await expect(studio.page.locator('.row-heads .worked-on')).toHaveCount(1);
  await expect(studio.page.locator('.row-name', { hasText: 'Two' })).toHaveCount(2);
}

/** Drags from one point of the timeline to another, pixels from its upper left. */
async function dragOn(
  { page, canvas }: StudioPage,
  from: readonly [number, number],
  to: readonly [number, number],
  key?: 'Alt' | 'Control',
): Promise<void> {
  const { x, y } = (await canvas.boundingBox())!;
  if (key) await page.keyboard.down(key);
  await page.mouse.move(x + from[0], y + from[1]);
  await page.mouse.down();
  await page.mouse.move(x + to[0], y + to[1], { steps: 8 });
  await page.mouse.up();
  if (key) await page.keyboard.up(key);
}

const HEAD = 34;
const scale = async ({ canvas }: StudioPage, length: number) =>
  (await canvas.boundingBox())!.width / length;

test(
  'recordings become lines of a second character, and those that can’t be opened are named',
  FURTHER,
  async ({ studio }) => {
    await bringIn(studio);
    await studio.page.getByLabel('Recordings for Two 2', { exact: true }).setInputFiles(recordings);
    await expect(studio.page.getByRole('alert')).toHaveText(/“answer 3.wav” is not a sound/);
    const [, second, tenth, ...more] = await lines(studio);
    expect(more).toEqual([]);
    expect([second!.name, tenth!.name]).toEqual(['answer 2', 'answer 10']);
    expect([second!.script, tenth!.script]).toEqual(['Never mind.', '']);
    expect([seconds(second!.start), seconds(tenth!.start)]).toEqual([4, 5.75]);
    expect(second!.row).not.toBe('member');
    const { body } = await studio.onServer();
    expect(body.length).toBeGreaterThanOrEqual(6.75 * FLICKS_PER_SECOND);
    expect(body.rows[second!.row]!.target).toBe(second!.row);
    // All of it is one step.
    await studio.page.getByRole('button', { name: 'Understood' }).click();
    await studio.page.getByRole('button', { name: 'Undo' }).click();
    await expect(async () => expect(await lines(studio)).toHaveLength(1)).toPass();
  },
);

test(
  'captions and timing become lines at their times, and what can’t be read is named',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    const file = (name: string, text: string) => {
      return { name, mimeType: 'text/plain', buffer: Buffer.from(text) };
    };
    const srt =
      '1\n00:00:05,000 --> 00:00:06,500\nFog, ahead!\n\n2\n00:00:08,000 --> 00:00:09,000\nLand.\n';
    const input = page.getByLabel(/^Recordings for/).first();
    await input.setInputFiles([file('said.srt', srt), file('other.json', '{"a":1}')]);
    await expect(page.getByRole('alert')).toContainText(
      '“other.json” tells nothing of when things happen.',
    );
    await expect(async () => {
      const told = (await lines(studio)).map(({ script, start }) => [script, seconds(start)]);
      expect(told.slice(1)).toEqual([
        ['Fog, ahead!', 5],
        ['Land.', 8],
      ]);
    }).toPass();
    await page.getByRole('button', { name: 'Understood' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(async () => expect(await lines(studio)).toHaveLength(1)).toPass();
  },
);

test('a line is moved in whole frames, trimmed, split, joined, said again and deleted', async ({
  studio,
}) => {
  const perSecond = await scale(studio, 4);
  await dragOn(studio, [1.5 * perSecond, HEAD], [2.51 * perSecond, HEAD]);
  const frame = frameLength('24');
  await expect(async () => {
    const [moved] = await lines(studio);
    expect(seconds(moved!.start)).toBeCloseTo(1.01, 1);
    expect(moved!.start % frame).toBe(0);
    expect((await studio.onServer()).body.length).toBeGreaterThanOrEqual(
      moved!.start + moved!.length,
    );
  }).toPass();
  await studio.page.keyboard.press('Control+z');
  await expect(async () => expect((await lines(studio))[0]!.start).toBe(0)).toPass();

  // Its end, to the left: what is cut away is only not heard.
  await dragOn(studio, [4 * perSecond - 2, HEAD], [3 * perSecond, HEAD]);
  await expect(async () => {
    const [trimmed] = await lines(studio);
    expect(seconds(trimmed!.length)).toBeCloseTo(3, 1);
    expect(seconds(trimmed!.duration)).toBe(4);
  }).toPass();

  const playhead = await studio.at(1, 'ruler', 4);
  await studio.page.mouse.click(playhead.x, playhead.y);
  await studio.page.keyboard.press('s');
  await expect(async () => {
    const [first, second] = await lines(studio);
    expect(second!.start).toBe(first!.start + first!.length);
    expect(second!.offset).toBe(first!.length);
  }).toPass();
  await studio.page.keyboard.press('j');
  await expect(async () => expect(await lines(studio)).toHaveLength(1)).toPass();
  await studio.page.keyboard.press('d');
  await expect(async () => {
    const [first, again] = await lines(studio);
    expect(again!.start).toBe(first!.start + first!.length);
    expect(again!.offset).toBe(first!.offset);
  }).toPass();
  await studio.page.keyboard.press('Delete');
  await expect(async () => expect(await lines(studio)).toHaveLength(1)).toPass();
});

test(
  'a line is given to somebody else, and what follows moves along where that is asked for',
  FURTHER,
  async ({ studio }) => {
    await bringIn(studio);
    // Who spoke before has a thin row now; the new one stands below it.
    const second = 64;
    const perSecond = await scale(studio, 4);
    await dragOn(studio, [perSecond, HEAD], [perSecond, second]);
    await expect(async () => expect((await lines(studio))[0]!.row).not.toBe('member')).toPass();
    await expect(studio.page.locator('.row-heads .worked-on')).toContainText('Two');

    await studio.page.keyboard.press('d');
    await expect(async () => expect(await lines(studio)).toHaveLength(2)).toPass();
    const half = await scale(studio, 8);
    await dragOn(studio, [2 * half, second], [3 * half, second], 'Alt');
    await expect(async () => {
      const [first, next] = await lines(studio);
      expect(seconds(first!.start)).toBeCloseTo(1, 1);
      expect(next!.start - first!.start).toBe(first!.length);
    }).toPass();
  },
);

test('members are chosen, moved and scaled on the stage, and leave it', async ({ studio }) => {
  await bringIn(studio);
  const { page } = studio;
  const castOf = async () => {
    await studio.saved();
    return Object.values((await studio.onServer()).body.cast);
  };
  const before = (await castOf()).find(({ id }) => id !== 'member')!;
  const frame = page.locator('.stage-handles .frame');
  const box = (await frame.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(async () => {
    const moved = (await castOf()).find(({ id }) => id === before.id)!;
    expect(moved.x).toBeGreaterThan(before.x + 50);
    expect([moved.y, moved.scale]).toEqual([before.y, before.scale]);
  }).toPass();

  await page.getByRole('group', { name: 'Two 2 on the stage: arrows move it' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(async () => {
    expect((await castOf()).find(({ id }) => id === before.id)!.y).toBe(before.y - 20);
  }).toPass();

  // Its upper right corner: the upper left one is outside of the window.
  const corner = (await page.locator('.stage-handles .corner').nth(1).boundingBox())!;
  const now = (await frame.boundingBox())!;
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
  await page.mouse.down();
  await page.mouse.move(now.x + (3 * now.width) / 4, now.y + now.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(async () => {
    const scaled = (await castOf()).find(({ id }) => id === before.id)!;
    expect(scaled.scale / before.scale).toBeCloseTo(0.5, 1);
    expect(scaled.y).toBe(before.y - 20);
  }).toPass();

  await page.getByRole('button', { name: 'More for Two 2' }).click();
  await page.getByRole('button', { name: 'Mirror', exact: true }).click();
  await expect(async () => {
    expect((await castOf()).find(({ id }) => id === before.id)!.mirrored).toBe(true);
  }).toPass();
  await page.getByRole('button', { name: 'More for Two 2' }).click();
  await page.getByRole('button', { name: 'Take out, with all lines' }).click();
  await expect(async () => expect(await castOf()).toHaveLength(1)).toPass();
});

test('fades and gain are set by handles on the waveform', FURTHER, async ({ studio }) => {
  const wide = await scale(studio, 4);
  const WAVE = { top: 51, middle: 66 };
  await dragOn(studio, [1, WAVE.top], [0.5 * wide, WAVE.top]);
  await dragOn(studio, [4 * wide - 1, WAVE.top], [3 * wide, WAVE.top]);
  await dragOn(studio, [2 * wide, WAVE.middle], [2 * wide, WAVE.middle - 8]);
  await expect
    .poll(async () => {
      const [line] = await lines(studio);
      return [seconds(line!.fadeIn), seconds(line!.fadeOut)].map((time) => time.toFixed(1));
    })
    .toEqual(['0.5', '1.0']);
  const [line] = await lines(studio);
  expect(line!.gain).toBeGreaterThan(5);
  for (let step = 0; step < 3; step++)
    await studio.page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await lines(studio))[0]!.gain).toBe(0);
});

test(
  'who is worked on stands where the numbers say, and moves together with others',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await bringIn(studio);
    await page.getByRole('tab', { name: 'Scene' }).click();
    const set = async (label: string, value: string) => {
      await page.getByLabel(label, { exact: true }).fill(value);
      await page.getByLabel(label, { exact: true }).press('Enter');
    };
    await set('Across', '300');
    await set('Scale, %', '50');
    await set('Turned, degrees', '90');
    await page.getByTitle('Rename it in this scene').click();
    await page.getByLabel('Name in this scene').fill('Twin');
    await page.getByLabel('Name in this scene').press('Enter');
    await page.getByRole('checkbox', { name: 'Two', exact: true }).check();
    await studio.saved();
    const members = Object.values((await studio.onServer()).body.cast);
    const twin = members.find(({ name }) => name === 'Twin')!;
    expect(twin).toMatchObject({ x: 300, scale: 0.5 });
    expect(twin.turn).toBeCloseTo(Math.PI / 2);
    expect(new Set(members.map(({ group }) => group)).size).toBe(1);
    expect(twin.group).not.toBeNull();
  },
);

test(
  'who is worked on is turned by a handle, snaps into place, and is put behind others',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await bringIn(studio);
    await page.getByRole('tab', { name: 'Scene' }).click();
    const dragBy = async (selector: string, across: number, down: number) => {
      const box = (await page.locator(selector).boundingBox())!;
      const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x + across, from.y + down, { steps: 6 });
      await page.mouse.up();
    };
    await dragBy('.stage-handles .turn', 60, 0);
    const turned = page.getByLabel('Turned, degrees');
    await expect(turned).not.toHaveValue('0');
    await page.keyboard.press('Control+z');
    await expect(turned).toHaveValue('0');

    // Somewhere near the middle of the stage, whose width is 1920, it is drawn to it.
    await page.getByLabel('Across', { exact: true }).fill('700');
    await page.getByLabel('Across', { exact: true }).press('Enter');
    const stage = (await page.locator('.stage-handles').boundingBox())!;
    await dragBy('.stage-handles .frame', (258 / 1920) * stage.width, 0);
    await expect(page.getByLabel('Across', { exact: true })).toHaveValue('960');

    const cast = page.getByRole('region', { name: 'Cast' });
    const order = () => cast.locator('.cast-name').allTextContents();
    const [front, back] = await order();
    await cast.getByRole('button', { name: `Move ${front}` }).focus();
    for (const key of ['Space', 'ArrowDown', 'Space']) {
      await page.keyboard.press(key);
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
    await expect.poll(order).toEqual([back, front]);
  },
);

test.describe('several lines', () => {
  test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

  test(
    'are chosen by a box or with Shift, moved together, copied and pasted',
    FURTHER,
    async ({ studio }) => {
      const { page } = studio;
      await page.keyboard.press('Home');
      for (let frame = 0; frame < 24; frame++) await page.keyboard.press('.');
      await page.keyboard.press('s');
      await expect.poll(async () => (await lines(studio)).length).toBe(2);
      const wide = await scale(studio, 4);
      // The first by its name, the second with Shift.
      await dragOn(studio, [0.5 * wide, HEAD], [0.5 * wide, HEAD]);
      await page.keyboard.down('Shift');
      await dragOn(studio, [2 * wide, HEAD], [2 * wide, HEAD]);
      await page.keyboard.up('Shift');
      await dragOn(studio, [2 * wide, HEAD], [3 * wide, HEAD], 'Control');
      await expect
        .poll(async () => (await lines(studio)).map(({ start }) => Math.round(seconds(start))))
        .toEqual([1, 2]);
      await page.keyboard.press('ControlOrMeta+c');
      await page.keyboard.press('End');
      await page.keyboard.press('ControlOrMeta+v');
      await expect.poll(async () => (await lines(studio)).length).toBe(4);
      const [, , third, fourth] = await lines(studio);
      expect(fourth!.start - third!.start).toBe(third!.length);
      await page.keyboard.press('Delete');
      await expect.poll(async () => (await lines(studio)).length).toBe(2);
      // A box around all of them.
      await page.keyboard.press('0');
      const length = seconds((await studio.onServer()).body.length);
      const all = await scale(studio, length);
      await dragOn(studio, [0.4 * all, HEAD], [(length - 0.2) * all, HEAD + 8]);
      await page.keyboard.press('ControlOrMeta+x');
      await expect.poll(async () => (await lines(studio)).length).toBe(0);
      await page.getByRole('button', { name: 'Undo' }).click();
      await expect.poll(async () => (await lines(studio)).length).toBe(2);
    },
  );
});
