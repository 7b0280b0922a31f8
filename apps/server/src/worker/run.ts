import { sentenceOf } from '@cruvo/core/problem';
import { setTimeout } from 'node:timers/promises';
import { createServices } from '../app';
import { log } from '../log';
import { renderTask } from './renderTask';

const LOOK_EVERY_MS = 400;
const AFTER_FAILURE_MS = 1000;

/** Renders films from the queue, one after another, until told to stop. */
export async function runWorker(databaseUrl: string, signal: AbortSignal): Promise<void> {
  const services = createServices(databaseUrl);
  await services.queue.start();
  while (!signal.aborted) {
    try {
      const task = await services.queue.next();
      if (task) await renderTask(services, task, signal);
      else {
        const givenUp = await services.queue.nextGivenUp();
        if (givenUp) await services.films.fail(givenUp, GIVEN_UP);
        await setTimeout(LOOK_EVERY_MS);
      }
    } catch (error) {
      log.error({ reason: sentenceOf(error) }, 'worker');
      await setTimeout(AFTER_FAILURE_MS);
    }
  }
  await services.queue.stop();
  await services.database.destroy();
}

const GIVEN_UP =
  'Rendering stopped in the middle again and again, so it was given up. Try a smaller size.';
