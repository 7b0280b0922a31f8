import { mkdir } from 'node:fs/promises';
import { basename, resolve } from 'node:path';
import { Command } from 'commander';
import { Problem } from '@cruvo/core/problem';
import { scenesOf, type CarriedScene } from '@cruvo/film/material';
import { ProductionFile } from '@cruvo/media/productionFile';
import { FORMATS_HELP } from '../films/filmOptions';
import { makeFilm } from '../films/oneFilm';
import { wantedFilms, withWantedOptions, type WantedOptions } from '../films/wantedFilms';
import { itemsApart } from '../items/apart';
import {
  ITEMS_HELP,
  makeItems,
  parallelOf,
  withItemOptions,
  type Item,
  type ItemOptions,
} from '../items/items';
import { checkFile, isProductionFile } from '../material/files';
import { namesWanted } from '../material/namesWanted';
import { productionsOf, sceneOf } from '../studio/productions';
import { studioFilm } from '../studio/studioFilm';
import { StudioClient } from '../studio/studioClient';
import { withStudioOptions, type StudioOptions } from '../studio/studioOptions';

interface Options extends WantedOptions, ItemOptions, StudioOptions {}

const EXAMPLES = `
Examples:
  cruvo film saltmarsh.production.zip
  cruvo film saltmarsh.production.zip "Fog*" --format mp4 webm --out films
  cruvo film saltmarsh.production.zip --each --format mov --background none
  cruvo film "The evening bulletin" --server http://127.0.0.1:4610 --for upright

Names of scenes may hold * and ?; without any, all scenes are made. A film that is there and would become the
same is left alone. One that was interrupted goes on with its next part: run the same command again.

Formats:
${FORMATS_HELP}
${ITEMS_HELP}`;

export function filmCommand(): Command {
  const command = new Command('film')
    .description('Make films, or what else there is, of scenes in a production file or a studio.')
    .argument('<what...>', 'production files, and names of scenes')
    .option('--only <name>', 'the character who is seen alone')
    .option('--each', 'each character in a film of its own');
  return withItemOptions(withStudioOptions(withWantedOptions(command, 'as the scene has it')))
    .addHelpText('after', EXAMPLES)
    .action(film);
}

async function film(what: string[], options: Options): Promise<void> {
  parallelOf(options);
  const files = what.filter(isProductionFile);
  const patterns = what.filter((one) => !isProductionFile(one));
  const items =
    options.server === undefined
      ? await itemsInFiles(files, patterns, options)
      : await itemsInStudio(options.server, files, patterns, options);
  if (items.length === 0) throw new Problem('not-found', 'There is no scene in it.');
  await mkdir(resolve(options.out), { recursive: true });
  await makeItems(items, options);
}

async function itemsInFiles(
  files: readonly string[],
  patterns: readonly string[],
  options: Options,
): Promise<Item[]> {
  if (files.length === 0) {
    throw new Problem(
      'bad-input',
      'Say which production: a file such as saltmarsh.production.zip, or a studio with --server.',
    );
  }
  const scenes: (CarriedScene & { readonly file: string })[] = [];
  for (const file of files) {
    await checkFile(file);
    const opened = await ProductionFile.open(file, basename(file));
    scenes.push(...scenesOf(opened.production).map((scene) => ({ ...scene, file })));
    opened.close();
  }
  const films = wantedFilms(namesWanted(scenes, patterns, 'scene'), options);
  const tasks = films.map(({ scene, settings, output }) => {
    const { file, id } = scene;
    const again = options.again ?? false;
    const task = { file: resolve(file), scene: id, settings, output, again };
    return { name: basename(output), task };
  });
  return itemsApart(tasks, { command: 'film-one', make: makeFilm }, parallelOf(options));
}

async function itemsInStudio(
  address: string,
  files: readonly string[],
  patterns: readonly string[],
  options: Options,
): Promise<Item[]> {
  if (files.length > 0) {
    throw new Problem('bad-input', 'Give either production files or --server, not both.');
  }
  const client = new StudioClient(address);
  const productions = await productionsOf(client, options.production);
  const listed = namesWanted(
    productions.flatMap(({ scenes }) => scenes),
    patterns,
    'scene',
  );
  const scenes = await Promise.all(listed.map(({ id }) => sceneOf(client, id)));
  return wantedFilms(scenes, options).map((wanted) => ({
    name: basename(wanted.output),
    make: (report, signal) => studioFilm(client, wanted, options.again ?? false, report, signal),
  }));
}
