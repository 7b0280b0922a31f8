import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { svg, toneIn, wav } from '@cruvo/media/testing';
import { run } from '@cruvo/media/tools';
import { expect, test, FURTHER } from './studio';

const CRUVO = fileURLToPath(new URL('../bin/cruvo', import.meta.url));

/** Each mouth has a colour of its own. */
const COLOURS = { rest: '#000000', ah: '#ff0000', m: '#00ff00', ee: '#0000ff' };
const FACE = svg(
  60,
  60,
  `<g id="head"><rect width="60" height="60" fill="#cc8844"/></g><g id="mouth">${Object.entries(
    COLOURS,
  )
    .map(
      ([name, fill]) =>
        `<g id="${name}"><rect x="20" y="30" width="20" height="20" fill="${fill}"/></g>`,
    )
    .join('')}</g>`,
);
const SOUNDS = [
  [0, 0.8, 0],
  [0.8, 1.6, 10],
  [1.6, 2.4, 1],
  [2.4, 3.2, 12],
  [3.2, 4, 0],
] as const;
const TIMING = JSON.stringify({
  ...{ format: 'cruvo timing', version: 1, scene: 'Page', frameRate: '24', length: 4 },
  ...{ characters: ['Face'], clips: [], markers: [], controls: [] },
  lines: [
    {
      ...{ start: 0, end: 4, name: 'line', speaker: 'Face', script: 'Ah, me.', language: 'en' },
      ...{ voice: null, offset: 0, words: [], mouths: [] },
      sounds: SOUNDS.map(([start, end, viseme]) => {
        return { start, end, viseme, phone: null, word: null, confidence: 1 };
      }),
    },
  ],
});

const folder = mkdtempSync(join(tmpdir(), 'cruvo-page-'));
let server: Server;
let address: string;

/** A page of somebody else: the player, a character and a sound lie beside it. */
const pageWith = (element: string) =>
  `<!doctype html><title>Page</title><audio id="voice" src="voice.wav" controls></audio>
   <div style="width:120px;height:120px">${element}</div>
   <script type="module" src="cruvo-player.js"></script>`;

test.beforeAll(async ({ playwright, baseURL }) => {
  const production = join(folder, 'p.production.zip');
  writeFileSync(join(folder, 'face.svg'), FACE);
  await run(CRUVO, ['import', join(folder, 'face.svg'), '--into', production]);
  await run(CRUVO, ['export', production, '--as', 'file', '--out', folder]);
  wav(folder, 'voice.wav', 4, toneIn([1, 3]));
  writeFileSync(join(folder, 'said.json'), TIMING);
  const studio = await playwright.request.newContext({ baseURL: baseURL! });
  const player = await (await studio.get('/player/cruvo-player.js')).body();
  await studio.dispose();
  // What a page has to load is small.
  expect(gzipSync(player, { level: 9 }).length).toBeLessThan(200_000);
  writeFileSync(join(folder, 'cruvo-player.js'), player);
  const source = 'src="face.character.zip" style="width:120px;height:120px"';
  const pages: Record<string, string> = {
    'timed.html': pageWith(
      `<cruvo-character still for="voice" timing="said.json" ${source}></cruvo-character>`,
    ),
    'heard.html': pageWith(`<cruvo-character still for="voice" ${source}></cruvo-character>`),
    'wrong.html': pageWith('<cruvo-character src="said.json"></cruvo-character>'),
  };
  for (const [name, content] of Object.entries(pages)) writeFileSync(join(folder, name), content);
  server = createServer((request, response) => {
    const name = new URL(request.url!, 'http://x').pathname.slice(1);
    try {
      const content = readFileSync(join(folder, name));
      const kind = name.split('.').at(-1)!;
      const types: Record<string, string> = {
        html: 'text/html',
        js: 'text/javascript',
        wav: 'audio/wav',
      };
      response.setHeader('Content-Type', types[kind] ?? 'application/octet-stream');
      response.setHeader('Content-Length', content.length);
      response.end(content);
    } catch {
      response.writeHead(404).end();
    }
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
test.afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Plays the sound, and tells which mouth is seen at which times; null: none of them. */
async function playedOn(page: Page): Promise<readonly { time: number; mouth: string | null }[]> {
  await expect(page.locator('cruvo-character canvas')).toBeVisible();
  await page.locator('body').click();
  return page.evaluate(async (colours) => {
    const audio = document.querySelector('audio')!;
    const canvas = document.querySelector<HTMLCanvasElement>('cruvo-character canvas')!;
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    const seen: { time: number; mouth: string | null }[] = [];
    const nextFrame = () => new Promise((resolve) => requestAnimationFrame(resolve));
    const look = () => {
      const at = [canvas.width / 2, (canvas.height * 40) / 60].map(Math.round);
      const { data } = context.getImageData(at[0]!, at[1]!, 1, 1);
      const colour = `#${[...data.slice(0, 3)].map((value) => value.toString(16).padStart(2, '0')).join('')}`;
      return Object.entries(colours).find(([, own]) => own === colour)?.[0] ?? null;
    };
    while (look() !== 'rest') await nextFrame();
    await audio.play();
    while (!audio.ended) {
      await nextFrame();
      seen.push({ time: audio.currentTime, mouth: look() });
    }
    await nextFrame();
    await nextFrame();
    seen.push({ time: Infinity, mouth: look() });
    return seen;
  }, COLOURS);
}

test('a character on a page of others says what timing tells, and rests after it', async ({
  page,
}) => {
  await page.goto(`${address}/timed.html`);
  const seen = await playedOn(page);
  const during = (from: number, to: number) => [
    ...new Set(seen.filter(({ time }) => time > from && time < to).map(({ mouth }) => mouth)),
  ];
  expect(during(0.1, 0.5)).toEqual(['rest']);
  expect(during(1.0, 1.4)).toEqual(['ah']);
  expect(during(1.8, 2.2)).toEqual(['m']);
  expect(during(2.7, 3.0)).toEqual(['ee']);
  expect(seen.at(-1)!.mouth).toBe('rest');
});

test('its mouth follows the sound where nothing tells when what is said', async ({ page }) => {
  await page.goto(`${address}/heard.html`);
  const seen = await playedOn(page);
  const share = (from: number, to: number, mouth: string) => {
    const own = seen.filter(({ time }) => time > from && time < to);
    return own.filter((one) => one.mouth === mouth).length / own.length;
  };
  expect(share(0.2, 0.9, 'rest')).toBeGreaterThan(0.9);
  expect(share(1.5, 2.8, 'rest')).toBeLessThan(0.1);
  expect(share(3.6, 3.95, 'rest')).toBeGreaterThan(0.6);
});

test('what is no character says so', FURTHER, async ({ page }) => {
  const said = page.waitForEvent('console', (message) => message.type() === 'error');
  await page.goto(`${address}/wrong.html`);
  expect((await said).text()).toContain('This is no character that was saved as a file');
});
