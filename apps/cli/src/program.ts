import { Command } from 'commander';
import { exportCommand } from './commands/export';
import { filmCommand } from './commands/film';
import { importCommand } from './commands/import';
import { renderCommand } from './commands/render';
import { serveCommand } from './commands/serve';
import { syncCommand } from './commands/sync';
import { voiceCommand } from './commands/voice';
import { workerCommand } from './commands/worker';
import { oneFilmCommand } from './films/oneFilm';
import { oneVoiceCommand } from './films/oneVoice';

/** The command line. */
export function cruvoProgram(): Command {
  return new Command('cruvo')
    .description('Make drawn characters talk.')
    .addHelpText('after', '\nEach command has a help of its own: cruvo film --help')
    .addCommand(renderCommand())
    .addCommand(filmCommand())
    .addCommand(voiceCommand())
    .addCommand(syncCommand())
    .addCommand(importCommand())
    .addCommand(exportCommand())
    .addCommand(serveCommand())
    .addCommand(workerCommand())
    .addCommand(oneFilmCommand(), { hidden: true })
    .addCommand(oneVoiceCommand(), { hidden: true });
}
