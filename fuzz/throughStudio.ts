import { setTimeout } from 'node:timers/promises';
import { processUsage } from '../packages/media/src/sandbox/processUsage';
import { fuzzCase, type FuzzCase } from './cases';

/** How many are sent at the same moment: as many as the studio opens. */
const AT_ONCE = 2;
const PING_EVERY_MS = 50;
/** A reply that takes longer is counted as a hang, seconds. */
const HANGS_AFTER = 5;

export interface StudioFindings {
  readonly cases: number;
  readonly taken: number;
  readonly refused: number;
  /** Cases that were not answered as they should be, and what was wrong. */
  readonly wrong: readonly string[];
  /** Seconds. */
  readonly slowest: number;
  /** Milliseconds until the studio said that it is well: the middle, 99 of a hundred, the longest. */
  readonly health: readonly [middle: number, most: number, longest: number];
  /** Bytes that the server and its sandboxes took together at most. */
  readonly memory: number;
  /** Hashes of everything that was answered to be stored. */
  readonly stored: ReadonlySet<string>;
}

const PATHS = { voice: '/media/voices', picture: '/media/pictures', artwork: '/artwork' };

/** Sends changed files to a running studio until the time is over, and watches how it is. */
export async function fuzzThroughStudio(
  address: string,
  serverPid: number,
  first: number,
  until: number,
): Promise<StudioFindings> {
  const wrong: string[] = [];
  const stored = new Set<string>();
  const pings: number[] = [];
  let [next, taken, refused, slowest, memory, running] = [first, 0, 0, 0, 0, true];

  const send = async (one: FuzzCase) => {
    const begun = performance.now();
    const response = await fetch(`${address}/api${PATHS[one.kind]}`, {
      method: 'POST',
      headers: { 'X-File-Name': encodeURIComponent(one.name) },
      body: new Uint8Array(one.bytes),
    });
    const text = await response.text();
    const seconds = (performance.now() - begun) / 1000;
    slowest = Math.max(slowest, seconds);
    if (seconds > HANGS_AFTER) wrong.push(`${one.number}: ${seconds.toFixed(1)} s`);
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
  const ping = async () => {
    while (running) {
      const begun = performance.now();
      const response = await fetch(`${address}/api/health`);
      if (!response.ok) wrong.push(`health: ${response.status}`);
      pings.push(performance.now() - begun);
      memory = Math.max(memory, processUsage(serverPid).memory);
      await setTimeout(PING_EVERY_MS);
    }
  };
  const pinging = ping();
  await Promise.all(Array.from({ length: AT_ONCE }, client));
  running = false;
  await pinging;
  pings.sort((a, b) => a - b);
  const at = (share: number) => pings[Math.floor(share * (pings.length - 1))]!;
  return {
    ...{ cases: next - first, taken, refused, wrong, slowest, memory, stored },
    health: [at(0.5), at(0.99), at(1)],
  };
}
