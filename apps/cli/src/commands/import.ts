import { basename, resolve } from 'node:path';
import { Command } from 'commander';
import { Problem } from '@cruvo/core/problem';
import { isProduction } from '@cruvo/media/productionFile';
import { inTempFolder } from '@cruvo/media/tools';
import { bringCharacter, bringLine } from '../importing/bringIn';
import { FileTarget } from '../importing/fileTarget';
import { StudioTarget } from '../importing/studioTarget';
import type { ImportTarget } from '../importing/target';
import { interruptible } from '../items/interruptible';
import {
  ITEMS_HELP,
  makeItems,
  withTellingOptions,
  type Item,
  type TellingOptions,
} from '../items/items';
import { checkFile, isVoiceFile } from '../material/files';
import { bringProduction } from '../studio/bringProduction';
import { oneProduction } from '../studio/productions';
import { StudioClient } from '../studio/studioClient';
import { withStudioOptions, type StudioOptions } from '../studio/studioOptions';

interface Options extends TellingOptions, StudioOptions {
  readonly into?: string;
  readonly scene?: string;
  readonly by?: string;
  readonly language: string;
}

const EXAMPLES = `
Examples:
  cruvo import fox.svg owl.psd --into forest.production.zip
  cruvo import lines/*.wav --scene "Morning" --by fox --into forest.production.zip
  cruvo import forest.production.zip --server http://127.0.0.1:4610
  cruvo import Isbel.character.zip --server http://127.0.0.1:4610 --production "Saltmarsh*"

Artwork and files of characters become characters, set up as far as their layers are recognised. Voices become
lines of a scene, one after the other, said by the character named with --by; a script named like a voice
(hello.txt beside hello.wav) makes its mouths exact. A production file comes into a studio beside all others.
A production file, or a scene, that isn’t there yet is made. A file is written only when all is in.
${ITEMS_HELP}`;

export function importCommand(): Command {
  const command = new Command('import')
    .description('Bring artwork, characters, voices and productions in.')
    .argument('<files...>', 'artwork, files of characters, voices; production files')
    .option('--into <production>', 'a production file; it is made where there is none')
    .option('--scene <name>', 'the scene in which voices become lines')
    .option('--by <name>', 'the character who says them')
    .option('--language <code>', 'what is spoken: en, es, fr, it, de, pl, …', 'en');
  return withTellingOptions(withStudioOptions(command))
    .addHelpText('after', EXAMPLES)
    .action(bringIn);
}

async function bringIn(files: string[], options: Options): Promise<void> {
  for (const file of files) await checkFile(file);
  if ((options.server === undefined) === (options.into === undefined)) {
    throw new Problem('bad-input', 'Say where to: --into forest.production.zip, or --server.');
  }
  const productions: string[] = [];
  const others: string[] = [];
  for (const file of files) ((await isProduction(file)) ? productions : others).push(file);
  if (options.into !== undefined && productions.length > 0) {
    throw new Problem('bad-input', 'A production can’t be put inside another one.');
  }
  for (const file of others) if (isVoiceFile(file)) lineWish(file, options);
  // One after the other: each may need what the one before has brought.
  const inTurn = { ...options, parallel: '1' };
  await interruptible((signal) =>
    inTempFolder(async (folder) => {
      const target = others.length > 0 ? await targetOf(options, folder, signal) : null;
      const items = [
        ...productions.map((file) => productionItem(file, new StudioClient(options.server!))),
        ...(target ? itemsFor(others, options, target) : []),
      ];
      await makeItems(items, inTurn).finally(() => target?.close());
    }),
  );
}

async function targetOf(
  { into, server, production }: Options,
  folder: string,
  signal: AbortSignal,
): Promise<ImportTarget> {
  if (into !== undefined) return FileTarget.open(resolve(into), folder);
  const client = new StudioClient(server!);
  const { id } = await oneProduction(client, production);
  return new StudioTarget(client, id, folder, signal);
}

/** What is brought in, one after the other, and then written. */
function itemsFor(files: readonly string[], options: Options, target: ImportTarget): Item[] {
  let missing = 0;
  const items = files.map((file): Item => {
    const bring = isVoiceFile(file)
      ? () => bringLine(file, lineWish(file, options), target)
      : async () => [await bringCharacter(file, target)];
    return {
      name: basename(file),
      make: async () => {
        try {
          return { files: [], notes: await bring() };
        } catch (error) {
          missing++;
          throw error;
        }
      },
    };
  });
  if (options.into === undefined) return items;
  const write: Item = {
    name: basename(options.into),
    make: async (_report, signal) => {
      if (missing > 0) {
        throw new Problem('bad-input', 'It is left as it was, since not all could be brought in.');
      }
      return { files: await target.finish(signal) };
    },
  };
  return [...items, write];
}

function productionItem(file: string, client: StudioClient): Item {
  return {
    name: basename(file),
    make: async (report, signal) => {
      const name = await bringProduction(client, file, report, signal);
      return { files: [], notes: [`It is the production “${name}” now.`] };
    },
  };
}

function lineWish(file: string, { scene, by, language }: Options) {
  if (scene !== undefined && by !== undefined) return { scene, by, language };
  throw new Problem(
    'bad-input',
    `“${basename(file)}” is a voice: say in which scene it is said and by whom, with --scene and --by.`,
  );
}
