import { sentenceOf } from '@cruvo/core/problem';
import { sweepTempFolders } from '@cruvo/media/tools';
import { createApp, createServices } from './app';
import { configFromEnvironment, LOOPBACK } from './config';
import { migrate } from './database/connect';
import { startHeartbeat } from './heartbeat';
import { limitTimeouts } from './http/timeouts';
import { log } from './log';
import { collectGarbage } from './media/garbage';

const COLLECT_EVERY_MS = 3_600_000;

const config = configFromEnvironment();
const services = createServices(config.databaseUrl);
await sweepTempFolders();
await migrate(services.database);
services.events.start();
services.intake.prepare();

const server = createApp(services, config.webFolder).listen(config.port, LOOPBACK, () => {
  process.stdout.write(`Cruvo is at http://${LOOPBACK}:${config.port}\n`);
});
limitTimeouts(server);
services.relay.attach(server);

const collect = () =>
  tidyUp().catch((error: unknown) =>
    log.warn({ reason: sentenceOf(error) }, 'what nobody needs could not be removed'),
  );
void collect();
const collecting = setInterval(() => void collect(), COLLECT_EVERY_MS);

async function tidyUp(): Promise<void> {
  await services.bin.empty();
  await services.recordings.sweep();
  await collectGarbage(services.database);
}

async function stop(): Promise<void> {
  clearInterval(collecting);
  server.close();
  server.closeAllConnections();
  services.intake.close();
  services.relay.close();
  await services.events.stop();
  await services.database.destroy();
  process.exit(0);
}
process.once('SIGINT', () => void stop());
process.once('SIGTERM', () => void stop());
startHeartbeat(() => void stop());
