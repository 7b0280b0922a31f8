import { Command } from 'commander';

export function workerCommand(): Command {
  return new Command('worker').description('x');
}
