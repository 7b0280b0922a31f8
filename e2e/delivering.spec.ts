import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import sharp from 'sharp';
import { DEMO, expect, expectAccessible, FURTHER, test, type StudioPage } from './studio';

const LOTTIE_WEB = fileURLToPath(
  new URL('../node_modules/lottie-web/build/player/lottie.min.js', import.meta.url),
);

interface LottiePlayer {
  loadAnimation(options: object): { goToAndStop(frame: number, isFrame: boolean): void };
}

const SECOND = { start: FLICKS_PER_SECOND, end: 2 * FLICKS_PER_SECOND };
/** Twice as wide as the drawings: beside them nothing is seen. */
const SMALL = { width: 160, height: 80, frameRate: '12', background: null, stretch: SECOND };

/** Orders something of the scene, and waits until it is there. @returns the address of its file */
async function made(
  { page, sceneId }: Pick<StudioPage, 'page' | 'sceneId'>,
  settings: object,
): Promise<string> {
  const data = { scene: sceneId, settings: { ...SMALL, ...settings } };
  const ordered = await page.request.post('/api/films', { data });
  expect(ordered.status()).toBe(201);
  const { id, production } = (await ordered.json()) as { id: string; production: string };
  const films = async () =>
    (await (await page.request.get(`/api/productions/${production}/films`)).json()) as {
      id: string;
      status: string;
    }[];
  const status = async () => (await films()).find((film) => film.id === id)!.status;
  await expect.poll(status, { timeout: 60_000 }).toBe('done');
  return `/api/films/${id}/files/0`;
}

/** How the browser decodes moving pictures: how many there are, how long they last, and pixels of the first. */
function decoded(page: Page, path: string, type: string) {
  return page.evaluate(
    async ([address, of]) => {
      const data = await (await fetch(address!)).arrayBuffer();
      const decoder = new ImageDecoder({ data, type: of! });
      await decoder.tracks.ready;
      await decoder.completed;
      const { frameCount, repetitionCount } = decoder.tracks.selectedTrack!;
      const canvas = new OffscreenCanvas(160, 80);
      const context = canvas.getContext('2d')!;
      let lasts = 0;
      let alphas: number[] = [];
      for (let frameIndex = 0; frameIndex < frameCount; frameIndex++) {
        const { image } = await decoder.decode({ frameIndex });
        lasts += (image.duration ?? 0) / 1e6;
        context.clearRect(0, 0, 160, 80);
        context.drawImage(image, 0, 0);
        alphas = [80, 4].map((x) => context.getImageData(x, 40, 1, 1).data[3]!);
        image.close();
      }
      return { frameCount, repeats: repetitionCount === Infinity, lasts, alphas };
    },
    [path, type] as const,
  );
}

test('loops are opened by the browser: see-through, as long as the stretch, for ever', async ({
  studio,
}) => {
  for (const [format, type] of [
    ['awebp', 'image/webp'],
    ['gif', 'image/gif'],
  ] as const) {
    const path = await made(studio, { format });
    const found = await decoded(studio.page, path, type);
    expect({ format, ...found }).toEqual({
      ...{ format, repeats: true, alphas: [255, 0] },
      // Pictures that are held may be written once.
      frameCount: expect.any(Number),
      lasts: expect.closeTo(1, 1),
    });
  }
});

test('a see-through film is opened by the browser, with its sound', async ({ studio }) => {
  const path = await made(studio, { format: 'webm' });
  const { page } = studio;
  const found = await page.evaluate(async (address) => {
    const video = Object.assign(document.createElement('video'), { src: address, muted: true });
    await new Promise((seen, failed) => {
      video.onerror = failed;
      video.onseeked = seen;
      video.onloadeddata = () => (video.currentTime = 0.5);
    });
    const canvas = new OffscreenCanvas(160, 80);
    const context = canvas.getContext('2d')!;
    context.drawImage(video, 0, 0);
    const sound = await new AudioContext().decodeAudioData(
      await (await fetch(address)).arrayBuffer(),
    );
    return {
      alphas: [80, 4].map((x) => context.getImageData(x, 40, 1, 1).data[3]!),
      seconds: video.duration,
      heard: sound.duration,
    };
  }, path);
  expect(found.alphas[0]).toBeGreaterThan(250);
  expect(found.alphas[1]).toBeLessThan(5);
  expect(found.seconds).toBeCloseTo(1, 1);
  expect(found.heard).toBeCloseTo(1, 1);
});

/** How much two pictures differ: the mean of all colour values, and the share of pixels that look otherwise. */
async function difference(one: Buffer, other: Buffer) {
  const [a, b] = await Promise.all(
    [one, other].map((png) => sharp(png).removeAlpha().raw().toBuffer()),
  );
  let [sum, off] = [0, 0];
  for (let at = 0; at < a!.length; at += 3) {
    const apart = [0, 1, 2].map((c) => Math.abs(a![at + c]! - b![at + c]!));
    sum += apart[0]! + apart[1]! + apart[2]!;
    if (Math.max(...apart) > 48) off++;
  }
  return { mean: sum / a!.length, off: (3 * off) / a!.length, pixels: a!.length / 3 };
}

test('vectors that move show what the film shows, opened by the browser and by lottie-web', async ({
  studio,
}) => {
  const { page } = studio;
  const dialogue = { page, sceneId: DEMO.dialogue };
  const size = { width: 480, height: 270 };
  const stretch = { start: 6 * FLICKS_PER_SECOND, end: 7 * FLICKS_PER_SECOND };
  const settings = { ...size, stretch, background: '#ffffff', captions: 'none' };
  const later = { ...stretch, start: stretch.start + FLICKS_PER_SECOND / 2 };
  const fetched = async (change: object) =>
    (await page.request.get(await made(dialogue, { ...settings, ...change }))).body();
  const wanted = await fetched({ format: 'poster', stretch: later });
  const svg = await fetched({ format: 'svg' });
  const lottie = await fetched({ format: 'lottie' });

  const blank = await page.context().newPage();
  await blank.setViewportSize(size);
  await blank.setContent(`<body style="margin:0">${svg.toString()}</body>`);
  await blank.evaluate(async () => {
    const root = document.querySelector('svg')!;
    root.pauseAnimations();
    root.setCurrentTime(0.501);
    const all = document.getAnimations();
    await Promise.all(all.map(({ ready }) => ready));
    for (const animation of all) {
      animation.pause();
      animation.currentTime = 501;
    }
  });
  const asSvg = await difference(await blank.screenshot(), wanted);

  await blank.setContent(
    `<body style="margin:0"><div style="width:${size.width}px;height:${size.height}px"></div></body>`,
  );
  await blank.addScriptTag({ path: LOTTIE_WEB });
  await blank.evaluate(
    (animationData) => {
      const container = document.querySelector('div')!;
      const { lottie: player } = window as unknown as { lottie: LottiePlayer };
      const shown = player.loadAnimation({
        ...{ container, animationData, renderer: 'svg', loop: false, autoplay: false },
      });
      shown.goToAndStop(6, true);
    },
    JSON.parse(lottie.toString()) as object,
  );
  const asLottie = await difference(await blank.screenshot(), wanted);
  await blank.close();

  for (const found of [asSvg, asLottie]) {
    expect(found.pixels).toBe(size.width * size.height);
    expect(found.mean).toBeLessThan(1.5);
    expect(found.off).toBeLessThan(0.005);
  }
});

test(
  'what a film is for says what it becomes, and the list hands it over',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await page.getByRole('button', { name: 'Film', exact: true }).click();
    await expectAccessible(page);
    await page.getByRole('radio', { name: /^Timing/ }).check({ force: true });
    await expect(page.getByText(/When each word, sound, mouth and cue happens/)).toBeVisible();
    await page.getByRole('button', { name: 'Make the film' }).click();
    const film = page.locator('article.film').first();
    await expect(film).toHaveAccessibleName(/done$/, { timeout: 60_000 });
    await expect(film.getByRole('link')).toHaveText([
      ...['Download', 'CSV', 'CSV', 'VTT', 'SRT', 'TEXTGRID', 'OTIO', 'MID'],
    ]);
    const address = await film.getByRole('link', { name: 'OTIO' }).getAttribute('href');
    const response = await page.request.get(address!);
    expect(response.headers()['content-disposition']).toContain('.otio');
    expect(await response.json()).toMatchObject({ OTIO_SCHEMA: 'Timeline.1' });
  },
);
