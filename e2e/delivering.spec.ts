import type { Page } from '@playwright/test';
import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import { expect, expectAccessible, FURTHER, test, type StudioPage } from './studio';

const SECOND = { start: FLICKS_PER_SECOND, end: 2 * FLICKS_PER_SECOND };
/** Twice as wide as the drawings: beside them nothing is seen. */
const SMALL = { width: 160, height: 80, frameRate: '12', background: null, stretch: SECOND };

/** Orders something of the scene, and waits until it is there. @returns the address of its file */
async function made({ page, sceneId }: StudioPage, settings: object): Promise<string> {
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
