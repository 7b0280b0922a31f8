// A thread of its own, so that nothing but the studio makes it wait: asks how the studio is until it is told to stop.
import { setTimeout } from 'node:timers/promises';
import { parentPort, workerData } from 'node:worker_threads';

const EVERY_MS = 50;

let running = true;
parentPort.once('message', () => (running = false));
const milliseconds = [];
let unwell = 0;
while (running) {
  const begun = performance.now();
  const response = await fetch(`${workerData}/api/health`).catch(() => null);
  if (response?.ok) await response.arrayBuffer();
  else unwell++;
  milliseconds.push(performance.now() - begun);
  await setTimeout(EVERY_MS);
}
parentPort.postMessage({ milliseconds, unwell });
