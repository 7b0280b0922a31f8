import { Command } from 'commander';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { renderCommand } from './render';
import { syncCommand } from './sync';
import { workerCommand } from './worker';

const program = new Command('cruvo')
  .description('Make drawn characters talk.')
  .addHelpText('after', '\nEach command has a help of its own: cruvo render --help')
  .addCommand(renderCommand())
  .addCommand(syncCommand())
  .addCommand(workerCommand());

try {
  await program.parseAsync();
} catch (error) {
  const expected = error instanceof Problem;
  process.stderr.write(`cruvo: ${expected ? sentenceOf(error) : String((error as Error).stack)}\n`);
  process.exitCode = 1;
}
