// Sets up and starts a whole studio: database, server and one worker.
import { join } from 'node:path';
import { checkNode, installDebianPackages, installNpmPackages } from './packages.mjs';
import { ROOT } from './paths.mjs';
import { portNear, startPostgres } from './postgres.mjs';
import { keepRunning, runOrFail, tsx, untilHealthy } from './processes.mjs';

const PORT = 4610;
export const WEB_FOLDER = join(ROOT, 'apps/web/dist');

/** @param programs Debian programs needed; see packages.mjs */
export function setUp(programs = ['ffmpeg', 'postgresql', 'espeak-ng']) {
  checkNode();
  installNpmPackages();
  installDebianPackages(programs);
}

export function buildWeb() {
  console.log('Building the studio …');
  runOrFail('Building the studio', [
    'node_modules/vite/bin/vite.js',
    'build',
    'apps/web',
    '--logLevel',
    'warn',
  ]);
}

/**
 * Starts a studio with the demo production in it.
 *
 * @param name the name of its data folder under .data
 */
export async function startStudio(
  name,
  { port = Number(process.env.CRUVO_PORT ?? PORT), durable = true, web = WEB_FOLDER } = {},
) {
  const postgres = await startPostgres(name, { durable });
  postgres.keepRunning();
  const chosen = await portNear(port);
  const environment = {
    CRUVO_DATABASE_URL: postgres.url,
    CRUVO_PORT: String(chosen),
    CRUVO_WEB_FOLDER: web,
  };
  console.log('Preparing the database and the demo …');
  runOrFail('Preparing the database', [...tsx, 'apps/server/src/prepareDatabase.ts'], environment);
  const server = keepRunning([...tsx, 'apps/server/src/main.ts'], environment);
  const worker = keepRunning(['bin/cruvo', 'worker'], environment);
  const address = `http://127.0.0.1:${chosen}`;
  await untilHealthy(address);
  return {
    address,
    environment,
    postgres,
    get serverPid() {
      return server.pid;
    },
    get workerPid() {
      return worker.pid;
    },
    stop: async () => {
      await Promise.all([server.stop(), worker.stop()]);
      postgres.stop();
    },
  };
}
