import { Command } from 'commander';
import { Problem } from '@cruvo/core/problem';

export function workerCommand(): Command {
  return new Command('worker')
    .description('Render films from the queue of a studio, on this machine or another.')
    .option('--database <address>', 'postgres:// address; otherwise from CRUVO_DATABASE_URL')
    .action(async ({ database = process.env['CRUVO_DATABASE_URL'] }: { database?: string }) => {
      if (!database) {
        throw new Problem('bad-input', 'Say which studio to work for: --database postgres://…');
      }
      const stop = new AbortController();
      process.once('SIGINT', () => stop.abort()).once('SIGTERM', () => stop.abort());
      // Loaded only here: the other commands need no database.
      const { runWorker } = await import('@cruvo/server/worker');
      await runWorker(database, stop);
    });
}
