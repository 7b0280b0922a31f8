import { loadPhysics } from '@cruvo/core/bodies';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import type { Character } from '@cruvo/core/character';
import { compile, Player } from '@cruvo/core/program';
import { linesOf, type Scene } from '@cruvo/core/scene';
import { frameMiddle } from '@cruvo/core/time';
import { drawingsOf, loadImages, nodePainter } from '@cruvo/film/images';
import { DEMO, expect, FURTHER, StudioPage, test, trackOf } from './studio';

const seconds = (clock: string) => Number(/:(\d+\.\d+)/.exec(clock)![1]);

/** Keeps what plays sound at hand: its time is that of what is heard, also where a busy machine plays it late. */
function keepPlayer(): void {
  const { AudioContext } = window;
  window.AudioContext = class extends AudioContext {
    constructor(options?: AudioContextOptions) {
      super(options);
      Object.assign(window, { heard: this });
    }
  };
}

/**
 * How fast the clock runs beside the sound: the middle of the slopes between looks of which the second is half a second
 * or more later (Theil 1950), so that a picture that comes late does not count.
 */
async function speedOfClock(clock: Element): Promise<number> {
  const { heard } = window as unknown as { heard: AudioContext };
  const looks: { sound: number; scene: number }[] = [];
  const began = heard.currentTime;
  while (heard.currentTime - began < 1.5) {
    await new Promise(requestAnimationFrame);
    const scene = Number(/:(\d+\.\d+)/.exec(clock.textContent!)![1]);
    looks.push({ sound: heard.currentTime, scene });
  }
  const slopes = looks.flatMap((first) =>
    looks
      .filter(({ sound }) => sound - first.sound >= 0.5)
      .map(({ sound, scene }) => (scene - first.scene) / (sound - first.sound)),
  );
  return slopes.sort((a, b) => a - b)[Math.floor(slopes.length / 2)]!;
}

/** Resolves when the page has shown so many more pictures. */
const picturesLater = (page: Page, pictures: number) =>
  page.evaluate(async (count) => {
    for (let shown = 0; shown < count; shown++) await new Promise(requestAnimationFrame);
  }, pictures);

/** What the clock shows, picture by picture, until it has gone back so many times. */
async function clockUntilJumps(clock: Element, jumps: number): Promise<number[]> {
  const times: number[] = [];
  for (let back = 0; back < jumps;) {
    await new Promise(requestAnimationFrame);
    const time = Number(/:(\d+\.\d+)/.exec(clock.textContent!)![1]);
    if (time < times.at(-1)!) back++;
    times.push(time);
  }
  return times;
}

test('plays in time with the sound, stops, and goes to the start', async ({ studio }) => {
  const { page } = studio;
  await page.addInitScript(keepPlayer);
  await studio.open();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect(page.locator('.readout')).toHaveText(/\d+ dropped/);
  const speed = await page.locator('.transport .time').evaluate(speedOfClock);
  expect(speed).toBeGreaterThan(0.9);
  expect(speed).toBeLessThan(1.1);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  const stopped = await studio.clock();
  await picturesLater(page, 12);
  expect(await studio.clock()).toBe(stopped);
  await page.keyboard.press('Home');
  expect(await studio.clock()).toBe('0:00.00 · frame 1');
});

test('ends with the scene, and begins again from there', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.keyboard.press('End');
  expect(await studio.clock()).toContain('0:04.00');
  await page.keyboard.press('Space');
  await expect.poll(async () => seconds(await studio.clock())).toBeLessThan(2);
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible({ timeout: 30_000 });
  expect(await studio.clock()).toContain('0:04.00');
});

test('goes frame by frame', FURTHER, async ({ studio }) => {
  const { page } = studio;
  for (let press = 0; press < 5; press++) await page.keyboard.press('.');
  await page.keyboard.press(',');
  expect(await studio.clock()).toBe('0:00.17 · frame 5');
});

test('scrubs by dragging over the waveform', FURTHER, async ({ studio }) => {
  await studio.drag('wave', 0.5, 3, 4);
  expect(seconds(await studio.clock())).toBeCloseTo(3, 1);
});

test('loops a stretch that is drawn with Shift', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.keyboard.down('Shift');
  await studio.drag('ruler', 1, 1.6, 4);
  await page.keyboard.up('Shift');
  await page.keyboard.press('Space');
  const times = await page.locator('.transport .time').evaluate(clockUntilJumps, 2);
  expect(Math.min(...times)).toBeGreaterThanOrEqual(0.99);
  expect(Math.max(...times)).toBeLessThan(1.62);
  await page.keyboard.press('l');
  await expect(page.getByRole('button', { name: /^Loop around here/ })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
});

test('zooms about the pointer', FURTHER, async ({ studio }) => {
  const { page } = studio;
  const place = await studio.at(3, 'wave', 4);
  const timeAt = async (x: number) => {
    await page.mouse.click(x, place.y);
    return seconds(await studio.clock());
  };
  const before = (await timeAt(place.x + 100)) - 3;
  await page.mouse.move(place.x, place.y);
  for (let notch = 0; notch < 4; notch++) await page.mouse.wheel(0, -200);
  // A hundred pixels away from the pointer there lies much less time.
  await expect.poll(async () => (await timeAt(place.x + 100)) - 3).toBeLessThan(before / 3);
  expect(await timeAt(place.x)).toBeCloseTo(3, 1);
  await page.keyboard.press('0');
  const second = { x: place.x - (2 / 4) * (await studio.canvas.boundingBox())!.width, y: place.y };
  await page.mouse.click(second.x, second.y);
  await page.keyboard.press('+');
  await expect.poll(() => timeAt(place.x)).toBeLessThan(2.5);
  await page.keyboard.press('-');
  await expect.poll(() => timeAt(place.x)).toBeCloseTo(3, 1);
});

test('the stage shows what the film’s painter paints at the same time', async ({ page }) => {
  const studio = new StudioPage(page, DEMO.scene);
  await studio.open();
  const json = async (path: string) =>
    (await page.request.get(`/api${path}`)).json() as Promise<unknown>;
  const scene = ((await json(`/documents/${DEMO.scene}`)) as { body: Scene }).body;
  const character = ((await json(`/documents/${DEMO.isbel}`)) as { body: Character }).body;
  const track = linesOf(scene)[0]!.track!;
  const program = compile({
    scene,
    characters: new Map([[DEMO.isbel, character]]),
    tracks: new Map([[track, await trackOf(page, track)]]),
    engine: await loadPhysics(),
  });
  const images = await loadImages(drawingsOf(program), async (media) =>
    (await page.request.get(`/api/media/${media}`)).body(),
  );
  const player = new Player(program);
  for (const frame of [0, 12, 30]) {
    await page.keyboard.press('Home');
    for (let press = 0; press < frame; press++) await page.keyboard.press('.');
    await expect.poll(() => studio.clock()).toContain(`frame ${frame + 1}`);
    const url = await page
      .locator('.stage canvas')
      .evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL('image/png'));
    const picture = sharp(Buffer.from(url.slice(url.indexOf(',') + 1), 'base64'))
      .ensureAlpha()
      .raw();
    const { data: stage, info } = await picture.toBuffer({ resolveWithObject: true });
    const shown = player.seek(frameMiddle(frame, scene.frameRate));
    const film = nodePainter.paintFrame(shown, images, info);
    const different = stage.filter((value, at) => Math.abs(value - film[at]!) > 8).length;
    // The same painter on the same numbers; only pictures are brought to size by others.
    expect(different / stage.length).toBeLessThan(0.0005);
  }
});
