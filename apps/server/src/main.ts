import { sentenceOf } from '@cruvo/core/problem';
import { createApp, createServices } from './app';
import { configFromEnvironment, LOOPBACK } from './config';
import { migrate } from './database/connect';
import { log } from './log';

const config = configFromEnvironment();
const services = createServices(config.databaseUrl);
await migrate(services.database);
await services.queue.start();
await services.events.start();

const server = createApp(services, config.webFolder).listen(config.port, LOOPBACK, () => {
  process.stdout.write(`Cruvo is at http://${LOOPBACK}:${config.port}\n`);
});

async function stop(): Promise<void> {
  server.close();
  server.closeAllConnections();
  await services.queue
    .stop()
    .catch((error: unknown) => log.warn({ reason: sentenceOf(error) }, 'queue'));
  await services.events.stop();
  await services.database.destroy();
  process.exit(0);
}
process.once('SIGINT', () => void stop());
process.once('SIGTERM', () => void stop());
