import { createHash } from 'node:crypto';
import { mkdir, readFile, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { array, object, string } from 'yup';
import type { FilmSettings } from '@cruvo/core/delivery';
import type { FilmMaterial } from '@cruvo/film/material';

/** Beside the films: what is known of them, and parts of those that were interrupted. */
const FOLDER = '.cruvo';

const recordSchema = object({
  digest: string().required(),
  files: array(string().required()).required(),
});

/** What tells whether a film would be the same: what it is made from, and how. */
export function digestOf({ scene, characters }: FilmMaterial, settings: FilmSettings): string {
  const said = JSON.stringify({ scene, characters, settings });
  return createHash('sha256').update(said).digest('hex');
}

/** Where the parts of a film lie until it is done. */
export function partsFolder(output: string, digest: string): string {
  return join(dirname(output), FOLDER, digest.slice(0, 16));
}

/** The files of a film that was made of the same before; null where it wasn't, or one is gone. */
export async function filesMade(output: string, digest: string): Promise<readonly string[] | null> {
  try {
    const text = await readFile(recordOf(output), 'utf8');
    const record = recordSchema.validateSync(JSON.parse(text), { strict: true });
    return record.digest === digest && (await areThere(record.files)) ? record.files : null;
  } catch {
    // None, or a damaged one: the film is made again.
    return null;
  }
}

/** Remembers what a film was made of. */
export async function rememberFilm(
  output: string,
  digest: string,
  files: readonly string[],
): Promise<void> {
  const path = recordOf(output);
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, JSON.stringify({ digest, files }));
}

export async function areThere(paths: readonly string[]): Promise<boolean> {
  const found = await Promise.all(paths.map((path) => stat(path).catch(() => null)));
  return found.every((one) => one?.isFile());
}

const recordOf = (output: string) => join(dirname(output), FOLDER, `${basename(output)}.json`);
