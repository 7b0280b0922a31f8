import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import { apart, look } from './pictures';
import { copyOfDemo, expect, expectAccessible, FURTHER, smallFilm, test } from './studio';

/** How much of the difference between two pictures a third one has: 0 as the first, 1 as the second. */
const shareOf = (seen: readonly number[], from: readonly number[], to: readonly number[]) => {
  let [along, all] = [0, 0];
  for (const [at, value] of seen.entries()) {
    const step = to[at]! - from[at]!;
    along += (value - from[at]!) * step;
    all += step * step;
  }
  return along / all;
};

test(
  'a pass is performed on the stage while the scene plays, turned down and taken back',
  FURTHER,
  async ({ page, studio: first }) => {
    const studio = await copyOfDemo(first);
    await page.getByRole('tab', { name: 'Perform' }).click();
    await page.getByLabel('Count-in').selectOption({ label: 'At once' });
    const stage = (await page.locator('.stage canvas').first().boundingBox())!;
    const head = { x: stage.x + stage.width / 2, y: stage.y + stage.height * 0.36 };
    await page.mouse.move(head.x, head.y);
    await page.mouse.down();
    await page.mouse.move(head.x + 90, head.y, { steps: 12 });
    await page.keyboard.press('Shift+P');
    await expect(page.getByText('Recording Isbel')).toBeVisible();
    await expect.poll(() => studio.clock()).toMatch(/0:0[1-9]/);
    await page.keyboard.press('Shift+P');
    await page.mouse.up();
    await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();

    await expectAccessible(page);

    // It plays back what was performed: without the take the picture is another one.
    for (let frame = 0; frame < 20; frame++) await page.keyboard.press('.');
    const performed = await look(page);
    await page.getByRole('button', { name: 'Mute Take 1' }).click();
    await expect.poll(async () => apart(await look(page), performed)).toBeGreaterThan(0.7);
    await page.getByRole('button', { name: 'Let Take 1 count' }).click();
    await expect.poll(async () => apart(await look(page), performed)).toBeLessThan(0.3);

    await page.getByRole('button', { name: 'Channels of Take 1' }).click();
    await expect(page.getByLabel(/^Strength of/).first()).toBeVisible();
    for (const strength of await page.getByLabel(/^Strength of/).all()) await strength.fill('0');
    await expect.poll(async () => apart(await look(page), performed)).toBeGreaterThan(0.7);
    await studio.saved();
    await page.reload();
    await page.getByRole('tab', { name: 'Perform' }).click();
    await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();
  },
);

test('three passes are performed: a face, then cues; a stretch of the head again; and all is in the film', async ({
  page,
  studio: first,
}) => {
  const studio = await copyOfDemo(first);
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.getByLabel('Count-in').selectOption({ label: 'At once' });
  const record = async (until: RegExp, meanwhile?: () => Promise<void>) => {
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(page.getByText('Recording Isbel')).toBeVisible();
    await meanwhile?.();
    await expect.poll(() => studio.clock()).toMatch(until);
    await page.keyboard.press('Shift+P');
    await expect(page.getByText('Recording Isbel')).toBeHidden();
  };

  // The face: a camera before which nobody sits.
  await page.getByRole('button', { name: 'Face', exact: true }).click();
  await expect(page.getByText('Performing Isbel: no camera is chosen.')).toBeVisible();
  await page.getByLabel('Camera').selectOption('simulated lively');
  await expect(page.getByRole('img', { name: 'The face as it is taken over' })).toBeVisible();
  await record(/0:0[2-9]/);
  const takes = page.getByRole('region', { name: /^Take \d$/ });
  await expect(takes).toHaveCount(1);

  // The head once more for a stretch: only that is recorded, all else plays back.
  const modes = page.locator('.channel-dot');
  await expect(modes.first()).toHaveAttribute('aria-label', /^Head turn: will be recorded$/);
  for (const mode of (await modes.all()).slice(1)) await mode.click();
  await record(/0:0[1-9]/);
  await expect(takes).toHaveCount(2);
  await page.getByRole('button', { name: 'Channels of Take 2' }).click();
  const second = page.getByRole('region', { name: 'Take 2' });
  await expect(second.getByLabel(/^Strength of/)).toHaveCount(1);
  await page.getByLabel('Camera').selectOption('');

  // Cues: one is made, and fired while the scene plays.
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  // The character is that of all other tests.
  const name = `Wonders ${crypto.randomUUID().slice(0, 8)}`;
  await page.getByLabel('Name of a new cue').fill(name);
  await page.getByRole('button', { name: 'New cue' }).click();
  const cue = page.getByRole('region', { name: `The cue ${name}` });
  await cue.getByLabel('Set another control').selectOption({ label: 'Head tilt' });
  await expect(cue.getByLabel('What it sets, 1')).toBeVisible();
  const key = (await cue.getByLabel(`Key of ${name}`).inputValue()).toLowerCase();
  // A field that is written in keeps its letters.
  await page.getByTitle(`Change ${name}`).click();
  await record(/0:0[3-9]/, async () => {
    await expect.poll(() => studio.clock()).toMatch(/0:0[1-9]/);
    await page.keyboard.down(key);
    await expect(page.getByRole('button', { name: `Fire ${name}` })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
  });
  await page.keyboard.up(key);
  const laid = page.getByRole('region', { name: 'Cues that are laid down' });
  await expect(laid.getByText(name)).toHaveCount(1);
  await expect(page.locator('.mover-head', { hasText: 'Cues' }).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(laid.getByText(name)).toHaveCount(0);
  await page.keyboard.press('Control+Shift+z');
  await expect(laid.getByText(name)).toHaveCount(1);
  await studio.saved();

  // What was performed is in the film, frame by frame: it looks as the stage does, and not as it would without.
  const { body } = await studio.onServer();
  const [fired] = Object.values(body.cues);
  const frame = Math.floor((fired!.start + 0.7 * fired!.length) / (FLICKS_PER_SECOND / 24));
  const film = await smallFilm(page);
  const filmed = await film.locator('video').evaluate(
    (video: HTMLVideoElement, time) =>
      new Promise<number[]>((seen) => {
        video.addEventListener('seeked', () => {
          const small = document.createElement('canvas');
          [small.width, small.height] = [64, 36];
          const context = small.getContext('2d')!;
          context.drawImage(video, 0, 0, 64, 36);
          seen([...context.getImageData(0, 0, 64, 36).data]);
        });
        video.currentTime = time;
      }),
    (frame + 0.5) / 24,
  );
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.keyboard.press('Home');
  for (let step = 0; step < frame; step++) await page.keyboard.press('.');
  await expect.poll(() => studio.clock()).toContain(`frame ${frame + 1}`);
  const performed = await look(page);
  for (const take of [1, 2]) await page.getByRole('button', { name: `Mute Take ${take}` }).click();
  await laid.getByRole('button', { name: `Take ${name} at` }).click();
  await expect.poll(async () => apart(await look(page), performed)).toBeGreaterThan(1);
  // Much nearer to what was performed: the film is smaller and coded.
  expect(shareOf(filmed, await look(page), performed)).toBeGreaterThan(0.5);
});

test(
  'a pass that was cut off by a crash is laid down by the next visit',
  FURTHER,
  async ({ page, studio: first }) => {
    const studio = await copyOfDemo(first);
    await page.getByRole('tab', { name: 'Perform' }).click();
    await page.getByLabel('Count-in').selectOption({ label: 'At once' });
    await page.getByLabel('Device', { exact: true }).selectOption({ label: 'Simulated gamepad' });
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await expect(page.getByText('Recording Isbel')).toBeVisible();
    const stick = page.getByRole('slider', { name: /^Stick 1/ });
    for (let step = 0; step < 8; step++) await stick.press('ArrowRight');
    await expect.poll(() => studio.clock()).toMatch(/0:0[3-9]/);
    await page.goto('about:blank');
    await studio.open();
    await page.getByRole('tab', { name: 'Perform' }).click();
    await expect(page.getByText(/^A pass of Isbel .* was never finished/)).toBeVisible();
    await page.getByRole('button', { name: 'Lay it down' }).click();
    await expect(page.getByRole('region', { name: 'Take 1' })).toBeVisible();
    await expect(page.getByText(/was never finished/)).toBeHidden();
    await page.getByRole('button', { name: 'Channels of Take 1' }).click();
    await expect(page.getByLabel('Strength of Head turn in Take 1')).toBeVisible();
    await studio.saved();
  },
);

test('a cue is fired from a board in another window', FURTHER, async ({ page, studio: first }) => {
  const studio = await copyOfDemo(first);
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  const board = await page.context().newPage();
  await board.goto(`/scenes/${studio.sceneId}/cues`);
  const wink = board.getByRole('button', { name: 'Winks' });
  await expect(wink).toBeVisible();
  await expectAccessible(board);
  await wink.hover();
  await board.mouse.down();
  await expect(wink).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: 'Fire Winks' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await board.mouse.up();
  await expect(wink).toHaveAttribute('aria-pressed', 'false');
  await board.close();
});
