import { spawn, type ChildProcess } from 'node:child_process';
import { stat } from 'node:fs/promises';
import { basename } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command } from 'commander';
import { Problem } from '@cruvo/core/problem';
import { ProductionFile } from '@cruvo/media/productionFile';
import { checkFile } from '../material/files';
import { bringProduction } from '../studio/bringProduction';
import { productionsOf } from '../studio/productions';
import { StudioClient } from '../studio/studioClient';

interface Options {
  readonly database?: string;
  readonly port: string;
  readonly workers: string;
}

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));
const WEB_FOLDER = fileURLToPath(new URL('../../../web/dist', import.meta.url));
const MOST_WORKERS = 64;

const EXAMPLES = `
Examples:
  cruvo serve --database postgres://cruvo@localhost/cruvo
  cruvo serve saltmarsh.production.zip --database postgres://cruvo@localhost/cruvo --workers 4

Makes or brings up to date the tables that it needs, and brings in the production files that are named unless a
production of their name is there. Only this machine can reach it. Ctrl-C stops it. The pages of the studio are
built by “npm run build --workspace @cruvo/web”.`;

export function serveCommand(): Command {
  return new Command('serve')
    .description('Start a studio on this machine, with its database somewhere.')
    .argument('[productions...]', 'production files to bring in')
    .option('--database <address>', 'postgres:// address; otherwise from CRUVO_DATABASE_URL')
    .option('--port <number>', 'where it is reached', '4610')
    .option('--workers <number>', 'how many films are rendered at once', '1')
    .addHelpText('after', EXAMPLES)
    .action(serveStudio);
}

async function serveStudio(files: string[], options: Options): Promise<void> {
  const database = options.database ?? process.env['CRUVO_DATABASE_URL'];
  if (!database) {
    throw new Problem('bad-input', 'Say where its database is: --database postgres://…');
  }
  const port = wholeNumber('port', options.port, 65_535);
  const workers = wholeNumber('workers', options.workers, MOST_WORKERS);
  if (!(await stat(WEB_FOLDER).catch(() => null))) {
    throw new Problem(
      'not-found',
      'The studio’s pages are not built yet: run “npm run build --workspace @cruvo/web”.',
    );
  }
  const names = await Promise.all(files.map(nameIn));
  // Loaded only here: the other commands need no database.
  const { serve } = await import('@cruvo/server/serving');
  const serving = await serve({ databaseUrl: database, port, webFolder: WEB_FOLDER }).catch(
    (error: unknown) => {
      throw wordsFor(error, port);
    },
  );
  const working = Array.from({ length: workers }, () => startWorker(database));
  const stop = async () => {
    for (const one of working) one.kill('SIGTERM');
    await serving.stop();
    process.exit(0);
  };
  process.once('SIGINT', () => void stop()).once('SIGTERM', () => void stop());
  const client = new StudioClient(serving.address);
  const there = new Set((await productionsOf(client, undefined)).map(({ name }) => name));
  for (const [at, file] of files.entries()) {
    if (!there.has(names[at]!)) await bringProduction(client, file);
  }
  process.stdout.write(`Cruvo is at ${serving.address}\n`);
}

function startWorker(database: string): ChildProcess {
  return spawn(CRUVO, ['worker'], {
    stdio: 'inherit',
    env: { ...process.env, CRUVO_DATABASE_URL: database },
  });
}

async function nameIn(path: string): Promise<string> {
  await checkFile(path);
  const file = await ProductionFile.open(path, basename(path));
  file.close();
  return file.production[0].body.name;
}

function wholeNumber(option: string, text: string, most: number): number {
  const number = Number(text);
  if (Number.isInteger(number) && number >= 0 && number <= most) return number;
  throw new Problem('bad-input', `--${option} must be a number up to ${most}, not “${text}”.`);
}

function wordsFor(error: unknown, port: number): unknown {
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'EADDRINUSE') {
    return new Problem('unavailable', `Something else uses port ${port}. Choose another --port.`);
  }
  return new Problem('unavailable', `The studio can’t start: ${message}.`);
}
