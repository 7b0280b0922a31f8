import type { AddressInfo } from 'node:net';
import { sentenceOf } from '@cruvo/core/problem';
import { sweepTempFolders } from '@cruvo/media/tools';
import { createApp, createServices, type Services } from '../app';
import { LOOPBACK, type Config } from '../config';
import { migrate } from '../database/connect';
import { limitTimeouts } from '../http/timeouts';
import { log } from '../log';
import { collectGarbage } from '../media/garbage';

const COLLECT_EVERY_MS = 3_600_000;

/** A studio's server that answers. */
export interface Serving {
  /** Where it is, such as http://127.0.0.1:4610. */
  readonly address: string;
  stop(): Promise<void>;
}

/** Starts a studio's server on this machine. @throws where the database or the port can't be had */
export async function serve(config: Config): Promise<Serving> {
  const services = createServices(config.databaseUrl);
  await sweepTempFolders();
  await migrate(services.database);
  services.intake.prepare();
  const answers = await answering(services, config);
  const collect = () =>
    void tidyUp(services).catch((error: unknown) =>
      log.warn({ reason: sentenceOf(error) }, 'what nobody needs could not be removed'),
    );
  collect();
  const collecting = setInterval(collect, COLLECT_EVERY_MS);
  return {
    address: answers.address,
    stop: async () => {
      clearInterval(collecting);
      await answers.stop();
    },
  };
}

/** Has services answer. To stop ends them, too. @throws where the port can't be had */
export async function answering(
  services: Services,
  { port, webFolder }: Pick<Config, 'port' | 'webFolder'>,
): Promise<Serving> {
  services.events.start();
  const server = createApp(services, webFolder).listen(port, LOOPBACK);
  await new Promise<void>((resolve, reject) => {
    server.once('listening', resolve).once('error', reject);
  });
  limitTimeouts(server);
  services.relay.attach(server);
  return {
    address: `http://${LOOPBACK}:${(server.address() as AddressInfo).port}`,
    stop: async () => {
      server.close();
      server.closeAllConnections();
      services.intake.close();
      services.relay.close();
      await services.events.stop();
      await services.database.destroy();
    },
  };
}

async function tidyUp({ bin, recordings, database }: Services): Promise<void> {
  await bin.empty();
  await recordings.sweep();
  await collectGarbage(database);
}
