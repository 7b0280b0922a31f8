// A thread of its own, so that nothing but the studio makes it wait: asks how the studio is until it is told to stop.
import { readFileSync } from 'node:fs';
import { setTimeout } from 'node:timers/promises';
import { parentPort, workerData } from 'node:worker_threads';

const EVERY_MS = 50;
const MS_PER_TICK = 10;

/** For each processor, the milliseconds in which its host gave it to another machine (proc(5): stat, steal). */
function stolen() {
  const lines = readFileSync('/proc/stat', 'utf8').matchAll(/^cpu\d+ (.*)$/gm);
  return [...lines].map(([, fields]) => Number(fields.split(' ')[7] ?? 0) * MS_PER_TICK);
}

let running = true;
parentPort.once('message', () => (running = false));
const pings = [];
let unwell = 0;
while (running) {
  const before = stolen();
  const begun = performance.now();
  const response = await fetch(`${workerData}/api/health`).catch(() => null);
  if (response?.ok) await response.arrayBuffer();
  else unwell++;
  const milliseconds = performance.now() - begun;
  const away = Math.max(...stolen().map((time, processor) => time - before[processor]));
  pings.push({ milliseconds, away });
  await setTimeout(EVERY_MS);
}
parentPort.postMessage({ pings, unwell });
