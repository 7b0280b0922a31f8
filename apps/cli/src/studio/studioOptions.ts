import type { Command } from 'commander';

/** Which studio is meant, and which production in it, as somebody wrote it. */
export interface StudioOptions {
  readonly server?: string;
  /** Name of the production, or a pattern. */
  readonly production?: string;
}

/** Adds the options of all commands that also work on a studio. */
export function withStudioOptions(command: Command): Command {
  return command
    .option('--server <address>', 'a studio instead of a file, such as http://127.0.0.1:4610')
    .option('--production <name>', 'with --server: the production that is meant');
}
