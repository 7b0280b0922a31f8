import { mkdir, stat } from 'node:fs/promises';
import { basename, extname, join, resolve } from 'node:path';
import { Command } from 'commander';
import { glob } from 'tinyglobby';
import { VOICE_CHANNELS } from '@cruvo/core/audio';
import { FILM_FORMATS } from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { formatNamed, FORMATS_HELP } from '../films/filmOptions';
import { channelFrom, makeVoice, type VoiceOptions, type VoiceTask } from '../films/oneVoice';
import { withWantedOptions } from '../films/wantedFilms';
import { itemsApart } from '../items/apart';
import {
  ITEMS_HELP,
  makeItems,
  parallelOf,
  withItemOptions,
  type ItemOptions,
} from '../items/items';
import { checkFile, VOICE_ENDINGS } from '../material/files';

interface Options extends VoiceOptions, ItemOptions {}

const EXAMPLES = `
Examples:
  cruvo voice lines --with Isbel.character.zip --out films
  cruvo voice lines --with fox.svg --format webm timing --background none
  cruvo voice "lines/act 1/*.wav" --in saltmarsh.production.zip --with Isbel
  cruvo voice lines --format timing

Each voice becomes a film, or whatever --format says, named like it. A script named like a voice (hello.txt
beside hello.wav) makes its mouths exact. Without a character only timing, sound and captions can be made.
What is there and would become the same is left alone, so an interrupted batch is simply run again.

Formats:
${FORMATS_HELP}
${ITEMS_HELP}`;

export function voiceCommand(): Command {
  const command = new Command('voice')
    .description('Have a character say each of many voices: films or timing, one for each.')
    .argument('<voice...>', 'folders with voices, sound files, or patterns such as "lines/*.wav"')
    .option('--with <character>', 'artwork, a character’s file, or with --in a character’s name')
    .option('--in <production>', 'the production file in which the character is')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en')
    .option('--channel <which>', `which channel is heard: ${VOICE_CHANNELS.join(', ')}`, 'both');
  return withItemOptions(withWantedOptions(command, '1280x720, 24, #f4e9d8'))
    .addHelpText('after', EXAMPLES)
    .action(voice);
}

async function voice(what: string[], options: Options): Promise<void> {
  const atOnce = parallelOf(options);
  checkCharacter(options);
  channelFrom(options.channel);
  const voices = await voicesIn(what);
  const [first] = twice(voices.map((path) => basename(path, extname(path)).toLowerCase()));
  if (first !== undefined) {
    throw new Problem(
      'bad-input',
      `Two voices are called “${first}”. Give them names of their own.`,
    );
  }
  if (options.with !== undefined) await checkFile(options.in ?? options.with);
  await mkdir(resolve(options.out), { recursive: true });
  const tasks = voices.map((path) => {
    const task: VoiceTask = { voice: resolve(path), options: withPaths(options) };
    return { name: basename(path), task };
  });
  const maker = { command: 'voice-one', make: makeVoice };
  await makeItems(itemsApart(tasks, maker, atOnce), options);
}

/** @throws Problem where pictures are wanted of nobody */
function checkCharacter(options: Options): void {
  if (options.with !== undefined) return;
  const needing = options.format
    ?.map((name) => FILM_FORMATS[formatNamed(name)])
    .find(({ kind }) => kind !== 'sound' && kind !== 'data');
  if (needing || options.format === undefined) {
    throw new Problem(
      'bad-input',
      `Say who speaks: --with Isbel.character.zip. Without anybody, --format timing or wav can be made.`,
    );
  }
}

/** What a process elsewhere understands too. */
function withPaths(options: Options): VoiceOptions {
  const own = options.in === undefined && options.with !== undefined;
  return {
    ...options,
    ...(own ? { with: resolve(options.with) } : {}),
    ...(options.in === undefined ? {} : { in: resolve(options.in) }),
    out: resolve(options.out),
  };
}

async function voicesIn(what: readonly string[]): Promise<string[]> {
  const found = await Promise.all(
    what.map(async (one) => {
      const there = await stat(one).catch(() => null);
      if (there?.isFile()) return [one];
      const pattern = there?.isDirectory()
        ? { in: one, of: `*.{${VOICE_ENDINGS.join(',')}}` }
        : { in: '.', of: one };
      const files = await glob(pattern.of, {
        ...{ cwd: pattern.in, caseSensitiveMatch: false, expandDirectories: false },
      });
      if (files.length === 0) {
        throw new Problem(
          'not-found',
          `There is no voice in “${one}”: no ${VOICE_ENDINGS.join(', ')}.`,
        );
      }
      return files.sort().map((file) => join(pattern.in, file));
    }),
  );
  return [...new Set(found.flat())];
}

function twice(names: readonly string[]): readonly string[] {
  return names.filter((name, at) => names.indexOf(name) < at);
}
