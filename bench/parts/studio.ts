import { randomUUID } from 'node:crypto';
import { chromium, type CDPSession, type Page } from '@playwright/test';
import type { Scene } from '@cruvo/core/scene';
import { DEMO } from '../../apps/server/src/demo/ids';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { buildWeb, startStudio } from '../../scripts/lib/studio.mjs';
import { HOUR, hourScene } from '../hourScene';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile } from '../timing';

/** While the mouths of all lines are still being chosen, in a worker. */
const FIRST_EDITS = 50;
const EDITS = 100;
/** Somebody who corrects a mouth every four seconds, for an hour. */
const EDITS_AN_HOUR = 900;
/** A line has a few more mouths than these. */
const EDITS_A_LINE = 50;
const OPENINGS = 3;

/** How the real studio bears an hour of dialogue: opening it, an edit from key to picture, its memory. */
export async function studio(): Promise<Report> {
  buildWeb();
  const running = await startStudio('bench', { port: await freePort(), durable: false });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const id = await sendHour(running.address);
    const openings: number[] = [];
    let page!: Page;
    for (let turn = 0; turn < OPENINGS; turn++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      page = await context.newPage();
      openings.push(await opened(page, `${running.address}/scenes/${id}`));
      if (turn < OPENINGS - 1) await context.close();
    }
    const devtools = await page.context().newCDPSession(page);
    const first = await editTimes(page, FIRST_EDITS);
    await page.locator('.timeline[aria-busy=false]').waitFor();
    const edits = await editTimes(page, EDITS);
    const before = await heapOf(devtools);
    await editTimes(page, EDITS_AN_HOUR);
    const after = await heapOf(devtools);
    return reportOf(
      openings.sort(),
      first.sort((a, b) => a - b),
      edits.sort((a, b) => a - b),
      before,
      after,
    );
  } finally {
    await browser.close();
    await running.stop();
  }
}

async function sendHour(address: string): Promise<string> {
  const answer = await fetch(`${address}/api/documents/${DEMO.scene}`);
  const { body } = (await answer.json()) as { body: Scene };
  const scene = hourScene(body, DEMO.isbel, Object.values(body.lines)[0]!);
  const id = randomUUID();
  const sent = await fetch(`${address}/api/productions/${DEMO.production}/documents`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ id, kind: 'scene', body: scene }),
  });
  if (!sent.ok) throw new Error(await sent.text());
  return id;
}

/** Milliseconds until the scene is painted and can be played. */
async function opened(page: Page, address: string): Promise<number> {
  const start = performance.now();
  await page.goto(address);
  await page.getByRole('button', { name: 'Play' }).waitFor();
  await page.waitForFunction(() => {
    const canvases = document.querySelectorAll<HTMLCanvasElement>(
      '.lanes canvas.all-rows, .stage canvas',
    );
    const painted = [...canvases].filter(
      (one) =>
        one.width > 0 &&
        (one.getContext('2d')?.getImageData(one.width >> 1, one.height >> 1, 1, 1).data[3] ?? 0) >
          0,
    );
    return painted.length === 2;
  });
  return performance.now() - start;
}

/** Milliseconds from a key that sets a mouth to the frame that shows it; by then the change waits to be saved. */
async function editTimes(page: Page, count: number): Promise<number[]> {
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    const channel = new MessageChannel();
    let pressed = 0;
    // A message that is sent while a frame is prepared arrives after it was painted.
    channel.port1.onmessage = () => times.push(performance.now() - pressed);
    window.addEventListener(
      'keydown',
      ({ key, timeStamp }) => {
        if (!/^[1-8]$/.test(key)) return;
        pressed = timeStamp;
        requestAnimationFrame(() => channel.port2.postMessage(null));
      },
      true,
    );
  });
  for (let at = 0; at < count; at++) {
    // Past the last mouth of a line nothing would change.
    if (at % EDITS_A_LINE === 0) {
      await page.keyboard.press('PageDown');
      await page.keyboard.press('Enter');
    }
    await page.keyboard.press(String(1 + ((at * 3) % 8)));
    // Whoever corrects looks at each mouth before the next key.
    await page.waitForFunction(
      (seen) => (window as unknown as { times: number[] }).times.length > seen,
      at,
    );
    await page.keyboard.press('ArrowRight');
    await page.evaluate(() => new Promise(requestAnimationFrame));
  }
  return page.evaluate(() => (window as unknown as { times: number[] }).times);
}

/** What the page's script holds after everything unused was collected, MB. */
async function heapOf(devtools: CDPSession): Promise<number> {
  await devtools.send('HeapProfiler.collectGarbage');
  const { usedSize } = await devtools.send('Runtime.getHeapUsage');
  return usedSize / 1e6;
}

function reportOf(
  openings: readonly number[],
  first: readonly number[],
  edits: readonly number[],
  before: number,
  after: number,
): Report {
  const figure = (
    name: string,
    value: number,
    unit: Figure['unit'],
    wanted: number | null,
  ): Figure => ({
    ...{ name, where: 'Chromium', value, unit, wanted },
  });
  const open = percentile(openings, 0.5);
  const edit = percentile(edits, 0.95);
  return {
    figures: [
      figure('studio.hour.open', open, 'ms', 3000),
      figure('studio.hour.first.p95', percentile(first, 0.95), 'ms', null),
      figure('studio.hour.edit.p95', edit, 'ms', 50),
      figure('studio.hour.memory', after, 'MB', null),
    ],
    text: [
      '## An hour of dialogue in the studio',
      '',
      `${HOUR.lines} lines of ${HOUR.speakers} speakers, in the real page with its server and database, 1280x800, Chromium without a GPU. Opened in a new browser, until stage and timeline are painted; an edit is one key that sets a mouth, until the frame is painted that shows it (it waits to be saved by then). The first are set at once after opening, while a worker still chooses the mouths of all lines.`,
      '',
      ...table(
        ['', 'middle', '95 %', 'wanted'],
        [
          ['opening, s', fixed(open / 1000), '', '3'],
          [
            `the first ${FIRST_EDITS} mouths set by a key, ms`,
            ...[fixed(percentile(first, 0.5)), fixed(percentile(first, 0.95)), ''],
          ],
          [
            `${EDITS} more, all lines chosen, ms`,
            fixed(percentile(edits, 0.5)),
            fixed(edit),
            '50 (95 %)',
          ],
        ],
      ),
      '',
      `The page’s script holds ${fixed(before, 0)} MB after these mouths, and ${fixed(after, 0)} MB after ${EDITS_AN_HOUR} more, as many as somebody sets in an hour.`,
    ],
  };
}
