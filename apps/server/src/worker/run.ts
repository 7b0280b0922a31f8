import { sentenceOf } from '@cruvo/core/problem';
import { setTimeout } from 'node:timers/promises';
import { sweepTempFolders } from '@cruvo/media/tools';
import { createServices } from '../app';
import { startHeartbeat } from '../heartbeat';
import { log } from '../log';
import { FilmPreparer } from './preparedFilm';
import { renderTask } from './renderTask';

const LOOK_EVERY_MS = 400;
const AFTER_FAILURE_MS = 1000;

/** Renders films, or parts of them, one after another, until told to stop. */
export async function runWorker(databaseUrl: string, stop: AbortController): Promise<void> {
  const { signal } = stop;
  startHeartbeat(() => stop.abort());
  const services = createServices(databaseUrl);
  const preparer = new FilmPreparer(services);
  await sweepTempFolders();
  while (!signal.aborted) {
    try {
      const task = await services.films.work.next();
      if (task) await renderTask(services, preparer, task, signal);
      else await setTimeout(LOOK_EVERY_MS);
    } catch (error) {
      log.error({ reason: sentenceOf(error) }, 'worker');
      await setTimeout(AFTER_FAILURE_MS);
    }
  }
  services.relay.close();
  await services.database.destroy();
}
