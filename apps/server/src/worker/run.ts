import { sentenceOf } from '@cruvo/core/problem';
import { setTimeout } from 'node:timers/promises';
import { sweepTempFolders } from '@cruvo/media/tools';
import { createServices } from '../app';
import { startHeartbeat } from '../heartbeat';
import { log } from '../log';
import { renderTask } from './renderTask';

const LOOK_EVERY_MS = 400;
const AFTER_FAILURE_MS = 1000;

/** How often a worker with nothing to do looks for films that were lost. */
const LOOK_FOR_LOST_EVERY_MS = 3000;

/** Renders films from the queue, one after another, until told to stop. */
export async function runWorker(databaseUrl: string, stop: AbortController): Promise<void> {
  const { signal } = stop;
  startHeartbeat(() => stop.abort());
  const services = createServices(databaseUrl);
  await sweepTempFolders();
  await services.queue.start();
  let looked = 0;
  while (!signal.aborted) {
    try {
      if (Date.now() - looked > LOOK_FOR_LOST_EVERY_MS) {
        await services.films.requeueLost();
        looked = Date.now();
      }
      const task = await services.queue.next();
      if (task) await renderTask(services, task, signal);
      else await setTimeout(LOOK_EVERY_MS);
    } catch (error) {
      log.error({ reason: sentenceOf(error) }, 'worker');
      await setTimeout(AFTER_FAILURE_MS);
    }
  }
  await services.queue.stop();
  await services.database.destroy();
}
