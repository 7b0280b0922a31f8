import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { CHROMIUM } from './chromium';
import { copyOfDemo, DEMO, expect, FURTHER, test } from './studio';

/** What a camera sees: somebody in a picture of the package that finds faces, who tilts the head to and fro. */
const SEEN = join(mkdtempSync(join(tmpdir(), 'cruvo-camera-')), 'seen.mjpeg');
const PEOPLE = join(
  dirname(createRequire(import.meta.url).resolve('@vladmandic/human')),
  '../assets/samples.jpg',
);
const SOMEBODY = 'crop=150:112:360:2,scale=640:480:flags=lanczos';
const TILTS = "rotate='0.35*sin(2*PI*t/3)':c=black";

test.use({
  launchOptions: {
    ...CHROMIUM,
    args: [
      ...CHROMIUM.args,
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${SEEN}`,
    ],
  },
  permissions: ['camera'],
});

test.beforeAll(() => {
  const film = [
    '-loop',
    '1',
    '-i',
    PEOPLE,
    '-t',
    '6',
    '-vf',
    `${SOMEBODY},${TILTS},fps=15,format=yuv420p`,
  ];
  execFileSync('ffmpeg', ['-y', '-loglevel', 'error', ...film, '-c:v', 'mjpeg', '-q:v', '3', SEEN]);
});

test(
  'a face before a camera is followed, and nothing leaves the page',
  FURTHER,
  async ({ page, studio: first }) => {
    await copyOfDemo(first);
    const elsewhere: string[] = [];
    page.on('request', (request) => {
      const ours = new URL(page.url()).origin;
      if (!/^(blob|data):/.test(request.url()) && new URL(request.url()).origin !== ours) {
        elsewhere.push(request.url());
      }
      if (request.method() !== 'GET') elsewhere.push(request.url());
    });
    await page.getByRole('tab', { name: 'Perform' }).click();
    await page.getByRole('button', { name: 'Face', exact: true }).click();
    await page.getByLabel('Camera', { exact: true }).selectOption({ label: 'The usual camera' });
    await expect(page.getByText(/^Your face is followed/)).toBeVisible({ timeout: 60_000 });
    const tilt = page.getByRole('slider', { name: 'Head tilt', exact: true });
    const value = async () => Number(await tilt.inputValue());
    await expect.poll(value).toBeGreaterThan(0.1);
    await expect.poll(value).toBeLessThan(-0.1);
    await page.getByLabel('Camera', { exact: true }).selectOption({ label: 'No camera' });
    await expect.poll(value).toBeCloseTo(0, 1);
    expect(elsewhere).toEqual([]);
  },
);

test(
  'a live page of its own hears and sees: the head goes as the face before the camera does',
  FURTHER,
  async ({ page, context }) => {
    await context.grantPermissions(['camera', 'microphone']);
    const settings = {
      ...{ only: null, backdrop: false, background: null, crop: null, mirrored: false },
      driver: 'face',
    };
    const address = `/api/scenes/${DEMO.scene}/live-pages`;
    const made = await page.request.post(address, { data: { name: 'Face', settings } });
    const { id, key } = (await made.json()) as { id: string; key: string };
    await page.goto(`/live/${key}`);
    const canvas = page.locator('canvas');
    await expect(canvas).toBeVisible();
    /** How far what is seen of the hat leans to one side: its upper half against its lower. */
    const lean = () =>
      canvas.evaluate((element: HTMLCanvasElement) => {
        const { width, height } = element;
        const { data } = element.getContext('2d')!.getImageData(0, 0, width, height);
        const middle = (from: number, to: number) => {
          let [sum, count] = [0, 0];
          for (let y = Math.round(from * height); y < to * height; y += 4) {
            for (let x = 0; x < width; x += 4) {
              if (data[4 * (y * width + x) + 3]! < 128) continue;
              sum += x;
              count++;
            }
          }
          return count === 0 ? NaN : sum / count / width;
        };
        return 100 * (middle(0, 0.25) - middle(0.85, 1));
      });
    await expect.poll(lean, { timeout: 60_000 }).toBeGreaterThan(1);
    await expect.poll(lean).toBeLessThan(-1);
    await page.request.delete(`/api/live-pages/${id}`);
  },
);
