import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { FONT_FILES, type FontName, type Typeface } from '@cruvo/core/lettering';
import { openTypeface } from '@cruvo/core/openType';

const require = createRequire(import.meta.url);
const opened = new Map<FontName, Promise<Typeface>>();

/** Opens fonts that come with Cruvo; each once. */
export async function loadTypefaces(
  names: Iterable<FontName>,
): Promise<ReadonlyMap<FontName, Typeface>> {
  const loaded = [...names].map(async (name) => [name, await typefaceOf(name)] as const);
  return new Map(await Promise.all(loaded));
}

function typefaceOf(name: FontName): Promise<Typeface> {
  let typeface = opened.get(name);
  if (!typeface) opened.set(name, (typeface = open(name)));
  return typeface;
}

async function open(name: FontName): Promise<Typeface> {
  const paths = FONT_FILES[name].map((file) => require.resolve(`@fontsource/${file}-normal.woff`));
  return openTypeface(await Promise.all(paths.map((path) => readFile(path))));
}
