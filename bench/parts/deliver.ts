import { readdirSync, readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { chromium, type Browser, type BrowserServer, type Page } from '@playwright/test';
import { DEMO } from '../../apps/server/src/demo/ids';
import { freePort } from '../../scripts/lib/postgres.mjs';
import { buildWeb, startStudio } from '../../scripts/lib/studio.mjs';
import { fixed, table, type Figure, type Report } from '../report';

/** How long a live page is watched, seconds. */
const WATCHED = 60;
/** Ticks of the processor's clock a second (USER_HZ). */
const TICKS = 100;
/** From this much of a film on its time left is held against what it took. */
const TELLING = 0.1;

const ARGS = [
  ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  '--autoplay-policy=no-user-gesture-required',
];

/** How right the time left of a film is, and what a live page costs. */
export async function deliver(): Promise<Report> {
  buildWeb();
  const running = await startStudio('bench', { port: await freePort(), durable: false });
  try {
    const off = await timeLeft(running.address);
    const page = await livePage(running.address);
    const within = (100 * off.filter((share) => share <= 0.2).length) / off.length;
    const worst = Math.max(...off);
    const figures: Figure[] = [
      { name: 'film.left.within', where: 'Node', value: within, unit: '%', wanted: null },
      { name: 'film.left.off', where: 'Node', value: 100 * worst, unit: '%', wanted: 20 },
      { name: 'live.page.cpu', where: 'Chromium', value: page.cpu, unit: '%', wanted: 33 },
      { name: 'live.page.rate', where: 'Chromium', value: page.rate, unit: 'frames/s', wanted: 60 },
      { name: 'live.page.growth', where: 'Chromium', value: page.growth, unit: 'MB', wanted: null },
    ];
    return { figures, text: textOf(off, within, worst, page) };
  } finally {
    await running.stop();
  }
}

/** How far the time that a film would take in all was off, as shares of what it took, from a tenth on. */
async function timeLeft(address: string): Promise<readonly number[]> {
  const settings = { width: 1280, height: 720, frameRate: '24', background: '#ffffff' };
  const ordered = await post(`${address}/api/films`, { scene: DEMO.dialogue, settings });
  const { id } = ordered as { id: string };
  const begun = performance.now();
  const told: { at: number; left: number }[] = [];
  for (;;) {
    const answer = await fetch(`${address}/api/productions/${DEMO.production}/films`);
    const films = (await answer.json()) as {
      id: string;
      status: string;
      progress: number;
      secondsLeft: number | null;
    }[];
    const film = films.find((one) => one.id === id)!;
    const at = (performance.now() - begun) / 1000;
    if (film.status === 'done') {
      return told.map(({ at: then, left }) => Math.abs(then + left - at) / at);
    }
    if (film.status === 'failed') throw new Error('The film failed.');
    if (film.progress >= TELLING && film.secondsLeft !== null) {
      told.push({ at, left: film.secondsLeft });
    }
    await setTimeout(500);
  }
}

interface PageCost {
  /** Of one processor, %: all processes of its browser. */
  readonly cpu: number;
  readonly rate: number;
  /** MB that its script holds more after a minute. */
  readonly growth: number;
}

/** A live page of one character in a browser of its own, while the desk in another one speaks. */
async function livePage(address: string): Promise<PageCost> {
  const settings = {
    ...{ only: 'isbel', backdrop: false, background: null, crop: null, mirrored: false },
    driver: 'desk',
  };
  const path = `${address}/api/scenes/${DEMO.scene}/live-pages`;
  const { key } = (await post(path, { name: 'Bench', settings })) as { key: string };
  const servers = [await started(), await started()];
  const [desk, shown] = await Promise.all(
    servers.map(async (server) => {
      const browser: Browser = await chromium.connect(server.wsEndpoint());
      return browser.newPage({ viewport: { width: 1280, height: 720 } });
    }),
  );
  try {
    await desk!.goto(`${address}/scenes/${DEMO.scene}/live`);
    await desk!.getByRole('tab', { name: 'Voice' }).click();
    await desk!.getByRole('button', { name: 'Speak' }).click();
    await shown!.goto(`${address}/live/${key}`);
    await shown!.getByRole('img').waitFor();
    return await watched(shown!, servers[1]!.process().pid!);
  } finally {
    await Promise.all(servers.map((server) => server.close()));
  }
}

const started = (): Promise<BrowserServer> =>
  chromium.launchServer({ executablePath: '/usr/bin/chromium', args: ARGS });

async function watched(page: Page, pid: number): Promise<PageCost> {
  const devtools = await page.context().newCDPSession(page);
  const heap = async () => {
    await devtools.send('HeapProfiler.collectGarbage');
    return (await devtools.send('Runtime.getHeapUsage')).usedSize / 1e6;
  };
  // What is compiled once counts no more.
  await setTimeout(5000);
  const before = await heap();
  const ticks = ticksOf(pid);
  const begun = performance.now();
  const frames = await page.evaluate(async (seconds) => {
    const end = performance.now() + 1000 * seconds;
    let count = 0;
    for (; performance.now() < end; count++) await new Promise(requestAnimationFrame);
    return count;
  }, WATCHED);
  const seconds = (performance.now() - begun) / 1000;
  const cpu = (100 * (ticksOf(pid) - ticks)) / TICKS / seconds;
  return { cpu, rate: frames / seconds, growth: (await heap()) - before };
}

/** Processor time of a process and all that it started, ticks (proc(5)). */
function ticksOf(root: number): number {
  const parents = new Map<number, number>();
  const times = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((one) => /^\d+$/.test(one))) {
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'utf8');
      const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
      parents.set(Number(name), Number(fields[1]));
      times.set(Number(name), Number(fields[11]) + Number(fields[12]));
    } catch {
      // It has ended meanwhile.
    }
  }
  const isWithin = (pid: number): boolean =>
    pid === root || (parents.has(pid) && parents.get(pid)! > 1 && isWithin(parents.get(pid)!));
  return [...times].reduce((sum, [pid, ticks]) => sum + (isWithin(pid) ? ticks : 0), 0);
}

async function post(url: string, body: object): Promise<unknown> {
  const response = await fetch(url, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Idempotency-Key': randomUUID() },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(await response.text());
  return response.json();
}

function textOf(off: readonly number[], within: number, worst: number, page: PageCost): string[] {
  return [
    '## Delivering',
    '',
    'The film of the demo’s dialogue at 1280 × 720: how far off was what it would take in all, told twice a second from a tenth on. A live page of one character at 1280 × 720 in a browser of its own, while the desk speaks in another: the processor time of all its processes, of one core.',
    '',
    ...table(
      ['', 'measured', 'wanted'],
      [
        ['told within 20 %', `${fixed(within, 0)} % of ${off.length} times`, ''],
        ['furthest off', `${fixed(100 * worst, 0)} %`, '20 %'],
        ['a live page: processor', `${fixed(page.cpu, 0)} %`, '33 %'],
        ['a live page: frames a second', fixed(page.rate, 0), '60'],
        [`its script holds more after ${WATCHED} s`, `${fixed(page.growth)} MB`, ''],
      ],
    ),
  ];
}
