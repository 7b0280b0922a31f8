import { once } from 'node:events';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { setTimeout } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { processUsage } from '../packages/media/src/sandbox/processUsage';
import { fuzzCase, type FuzzCase } from './cases';

/** How many are sent at the same moment: as many as the studio opens. */
const AT_ONCE = 2;
const LOOK_EVERY_MS = 50;
/** Nothing may be heard for so long while a file is opened, seconds. */
const HANGS_AFTER = 5;

export interface StudioFindings {
  readonly cases: number;
  readonly taken: number;
  readonly refused: number;
  /** Cases that were not answered as they should be, and what was wrong. */
  readonly wrong: readonly string[];
  /** Until the last word, seconds. */
  readonly slowest: number;
  /** The longest time in which nothing was heard of a file, seconds. */
  readonly silence: number;
  readonly health: Health;
  /** Bytes that the server and its sandboxes took together at most. */
  readonly memory: number;
  /** Hashes of everything that was answered to be stored. */
  readonly stored: ReadonlySet<string>;
}

/** How long it took until the studio said that it is well, milliseconds. */
export interface Health {
  readonly middle: number;
  /** 99 of a hundred took no longer. */
  readonly most: number;
  readonly longest: number;
  /** How often it took too long, */
  readonly late: number;
  /** and how often also without the time in which the host of a virtual machine gave a processor to another one. */
  readonly ownLate: number;
}

interface Ping {
  readonly milliseconds: number;
  /** In which a processor was given to another machine. */
  readonly away: number;
}

/** The studio is well in so many milliseconds. */
const WELL_WITHIN = 100;

const PATHS = {
  voice: '/media/voices',
  picture: '/media/pictures',
  artwork: '/artwork',
  production: '/productions/file',
};

/** Sends changed files to a running studio until the time is over, and watches how it is. */
export async function fuzzThroughStudio(
  address: string,
  serverPid: number,
  first: number,
  until: number,
): Promise<StudioFindings> {
  const wrong: string[] = [];
  const stored = new Set<string>();
  let [next, taken, refused, slowest, silence, memory, running] = [first, 0, 0, 0, 0, 0, true];

  const send = async (one: FuzzCase) => {
    const begun = performance.now();
    const response = await fetch(`${address}/api${PATHS[one.kind]}`, {
      method: 'POST',
      headers: {
        'X-File-Name': encodeURIComponent(one.name),
        Accept: 'application/x-ndjson',
      },
      body: new Uint8Array(one.bytes),
    });
    let text = '';
    let heard = begun;
    const listen = () => {
      const now = performance.now();
      const waited = (now - heard) / 1000;
      if (waited > HANGS_AFTER) wrong.push(`${one.number}: silent for ${waited.toFixed(1)} s`);
      silence = Math.max(silence, waited);
      heard = now;
    };
    listen();
    const decoder = new TextDecoder();
    for await (const part of Readable.fromWeb(response.body as ReadableStream)) {
      listen();
      text += decoder.decode(part as Uint8Array, { stream: true });
    }
    slowest = Math.max(slowest, (performance.now() - begun) / 1000);
    const last = JSON.parse(text.trim().split('\n').at(-1) ?? '') as {
      detail?: string;
      problem?: { detail: string };
    };
    const sentence = last.problem?.detail ?? (response.ok ? null : last.detail);
    if (sentence === null) {
      taken++;
      for (const [hash] of text.matchAll(/[0-9a-f]{64}/g)) stored.add(hash);
    } else {
      refused++;
      if (response.status >= 500 || !/^[A-Z“][^]*\.$/.test(sentence ?? '')) {
        wrong.push(`${one.number}: ${response.status} ${sentence}`);
      }
    }
  };
  const client = async () => {
    while (Date.now() < until) {
      const one = fuzzCase(next++);
      await send(one).catch((error: unknown) => wrong.push(`${one.number}: ${String(error)}`));
    }
  };
  const look = async () => {
    while (running) {
      memory = Math.max(memory, processUsage(serverPid).memory);
      await setTimeout(LOOK_EVERY_MS);
    }
  };
  const pinging = new Worker(new URL('./ping.mjs', import.meta.url), { workerData: address });
  const looking = look();
  await Promise.all(Array.from({ length: AT_ONCE }, client));
  running = false;
  await looking;
  pinging.postMessage('stop');
  const [{ pings, unwell }] = (await once(pinging, 'message')) as [
    { pings: Ping[]; unwell: number },
  ];
  if (unwell > 0) wrong.push(`The studio was not well ${unwell} times.`);
  const health = healthOf(pings);
  if (health.ownLate > 0) wrong.push(`The studio was late ${health.ownLate} times.`);
  return { cases: next - first, taken, refused, wrong, slowest, silence, memory, stored, health };
}

function healthOf(pings: readonly Ping[]): Health {
  const sorted = pings.map(({ milliseconds }) => milliseconds).sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!;
  const late = pings.filter(({ milliseconds }) => milliseconds > WELL_WITHIN);
  const ownLate = late.filter(({ milliseconds, away }) => milliseconds - away > WELL_WITHIN);
  return {
    ...{ middle: at(0.5), most: at(0.99), longest: at(1) },
    ...{ late: late.length, ownLate: ownLate.length },
  };
}
