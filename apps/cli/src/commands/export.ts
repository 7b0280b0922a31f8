import { mkdir, writeFile } from 'node:fs/promises';
import { basename, join, resolve } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { Command } from 'commander';
import { fileName } from '@cruvo/core/delivery';
import { isOfKind } from '@cruvo/core/document';
import { Problem } from '@cruvo/core/problem';
import {
  CHARACTER_FORMS,
  characterFileName,
  characterOut,
  type CharacterForm,
} from '@cruvo/film/characterOut';
import { ProductionFile } from '@cruvo/media/productionFile';
import {
  ITEMS_HELP,
  makeItems,
  withItemOptions,
  type Item,
  type ItemOptions,
} from '../items/items';
import { checkFile, isProductionFile } from '../material/files';
import { namesWanted } from '../material/namesWanted';
import { productionsOf } from '../studio/productions';
import { StudioClient } from '../studio/studioClient';
import { withStudioOptions, type StudioOptions } from '../studio/studioOptions';

interface Options extends ItemOptions, StudioOptions {
  readonly out: string;
  readonly as?: string;
}

const EXAMPLES = `
Examples:
  cruvo export --server http://127.0.0.1:4610 --out backup
  cruvo export --server http://127.0.0.1:4610 --production "Saltmarsh*"
  cruvo export saltmarsh.production.zip Isbel --as svg
  cruvo export --server http://127.0.0.1:4610 --as file Isbel Wick

Without --as, productions of a studio are carried away, each as one file. With --as, characters are: all of one
as a file, or its drawings in layers as SVG or OpenRaster. Names may hold * and ?; without any, all are meant.
${ITEMS_HELP}`;

export function exportCommand(): Command {
  const command = new Command('export')
    .description('Carry productions away from a studio, or characters from a production.')
    .argument('[what...]', 'production files, and names of characters')
    .option('--as <form>', `characters as ${CHARACTER_FORMS.join(', ')}`)
    .option('--out <folder>', 'where files are written', '.');
  return withItemOptions(withStudioOptions(command))
    .addHelpText('after', EXAMPLES)
    .action(carryOut);
}

async function carryOut(what: string[], options: Options): Promise<void> {
  const files = what.filter(isProductionFile);
  const names = what.filter((one) => !isProductionFile(one));
  if ((options.server === undefined) === (files.length === 0)) {
    throw new Problem('bad-input', 'Give either production files or --server.');
  }
  const form = formFrom(options.as);
  const items =
    options.server !== undefined
      ? await fromStudio(new StudioClient(options.server), names, form, options)
      : await fromFiles(files, names, form, options);
  if (items.length === 0) throw new Problem('not-found', 'There is nothing of that kind.');
  await mkdir(resolve(options.out), { recursive: true });
  await makeItems(items, options);
}

async function fromStudio(
  client: StudioClient,
  names: readonly string[],
  form: CharacterForm | null,
  { out, production }: Options,
): Promise<readonly Item[]> {
  const productions = await productionsOf(client, production);
  const place = placesIn(out);
  // Names are given in order, whichever is made first.
  const fetched = (name: string, path: string): Item => {
    const target = place(name);
    return {
      name,
      make: async (_report, signal) => {
        await client.download(path, target, signal);
        return { files: [target] };
      },
    };
  };
  if (form === null) {
    if (names.length > 0) throw new Problem('bad-input', 'Say with --as how characters leave.');
    return productions.map(({ id, name }) =>
      fetched(`${fileName(name, 'production')}.production.zip`, `/productions/${id}/file`),
    );
  }
  const characters = productions.flatMap((one) => one.characters);
  return namesWanted(characters, names, 'character').map(({ id, name }) => {
    const path = form === 'file' ? 'file' : `drawings.${form}`;
    return fetched(characterFileName({ name }, form), `/characters/${id}/${path}`);
  });
}

async function fromFiles(
  files: readonly string[],
  names: readonly string[],
  form: CharacterForm | null,
  { out }: Options,
): Promise<readonly Item[]> {
  if (form === null) {
    throw new Problem('bad-input', `Say with --as what leaves: ${CHARACTER_FORMS.join(', ')}.`);
  }
  const place = placesIn(out);
  const found = await Promise.all(
    files.map(async (path) => {
      await checkFile(path);
      const file = await ProductionFile.open(path, basename(path));
      return file.production.flatMap((one) =>
        isOfKind(one, 'character') ? [{ name: one.body.name, character: one.body, file }] : [],
      );
    }),
  );
  return namesWanted(found.flat(), names, 'character').map(({ name, character, file }) => {
    const target = place(characterFileName(character, form));
    return {
      name,
      make: async () => {
        const read = async (hash: string) => buffer(await file.media(hash));
        await writeFile(target, (await characterOut(character, form, read)).bytes);
        return { files: [target] };
      },
    };
  });
}

/** Gives files places of their own, also where two are called the same. */
function placesIn(folder: string): (name: string) => string {
  const taken = new Set<string>();
  return (name) => {
    const [, stem, endings] = /^(.*?)((?:\.\w+)+)$/.exec(name)!;
    let free = name;
    for (let number = 2; taken.has(free.toLowerCase()); number++) {
      free = `${stem} ${number}${endings}`;
    }
    taken.add(free.toLowerCase());
    return resolve(join(folder, free));
  };
}

function formFrom(name: string | undefined): CharacterForm | null {
  if (name === undefined) return null;
  const found = CHARACTER_FORMS.find((one) => one === name);
  if (found) return found;
  throw new Problem(
    'bad-input',
    `Characters leave as ${CHARACTER_FORMS.join(', ')}, not as “${name}”.`,
  );
}
