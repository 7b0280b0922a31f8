import { configFromEnvironment } from './config';
import { startHeartbeat } from './heartbeat';
import { serve } from './serving';

const serving = await serve(configFromEnvironment());
process.stdout.write(`Cruvo is at ${serving.address}\n`);

async function stop(): Promise<void> {
  await serving.stop();
  process.exit(0);
}
process.once('SIGINT', () => void stop());
process.once('SIGTERM', () => void stop());
startHeartbeat(() => void stop());
