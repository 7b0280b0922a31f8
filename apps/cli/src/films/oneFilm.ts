import { mkdir, rm } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { Command } from 'commander';
import { boolean, object, string, type Schema } from 'yup';
import {
  filmParts,
  filmSettingsSchema,
  formatOf,
  hasPictures,
  type FilmPart,
  type FilmSettings,
} from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { imagesOf, programOf, scenesOf, voicesOf, type FilmMaterial } from '@cruvo/film/material';
import {
  checkEncoders,
  joinParts,
  renderFilm,
  renderPart,
  type FilmJob,
  type RenderedFilm,
} from '@cruvo/film/render';
import { ProductionFile, type KeptContent } from '@cruvo/media/productionFile';
import { inTempFolder } from '@cruvo/media/tools';
import { makeItems, type Made } from '../items/items';
import { areThere, digestOf, filesMade, partsFolder, rememberFilm } from './record';

/** A film to be made from a production file. */
export interface FilmTask {
  readonly file: string;
  /** Id of the scene. */
  readonly scene: string;
  readonly settings: FilmSettings;
  /** Where it is written. */
  readonly output: string;
  /** Whether it is made also where it is there already. */
  readonly again: boolean;
}

const taskSchema = object({
  file: string().required(),
  scene: string().required(),
  settings: filmSettingsSchema,
  output: string().required(),
  again: boolean().required(),
}) as Schema<FilmTask>;

/** Makes one film, in a process of its own: it is called by commands that make several. */
export function oneFilmCommand(): Command {
  return new Command('film-one')
    .argument('<task>', 'the film as JSON')
    .option('--json')
    .option('--parallel <number>', '', '1')
    .action(async (text: string, options: { json?: boolean; parallel: string }) => {
      const task = taskSchema.validateSync(JSON.parse(text), { strict: true });
      const make = (report: (share: number) => void, signal: AbortSignal) =>
        makeFilm(task, report, signal);
      await makeItems([{ name: basename(task.output), make }], options);
    });
}

/** Makes a film from a production file. @param report takes how much is done, 0 to 1 */
export async function makeFilm(
  { file, scene: id, settings, output, again }: FilmTask,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const production = await ProductionFile.open(file, basename(file));
  try {
    const scene = scenesOf(production.production).find((one) => one.id === id);
    if (!scene) throw new Problem('not-found', `The scene is no longer in “${basename(file)}”.`);
    return await filmOf(scene, production, { settings, output, again }, report, signal);
  } finally {
    production.close();
  }
}

/**
 * Makes a film, unless it was made of the same before and is there still. Parts that were finished before it was
 * interrupted are used again.
 */
export async function filmOf(
  material: FilmMaterial,
  content: KeptContent,
  { settings, output, again }: Pick<FilmTask, 'settings' | 'output' | 'again'>,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const digest = digestOf(material, settings);
  const before = again ? null : await filesMade(output, digest);
  if (before) return { files: before, wasThere: true };
  await checkEncoders(settings);
  return inTempFolder(async (folder) => {
    const program = await programOf(material, content);
    const job: FilmJob = {
      ...{ program, settings, output, signal },
      images: hasPictures(formatOf(settings)) ? await imagesOf(program, content) : new Map(),
      sounds: await voicesOf(program, content, folder),
      onProgress: (done, all) => report(done / all),
    };
    const parts = filmParts(settings, program.scene.length);
    const kept = partsFolder(output, digest);
    const made = parts.length > 0 ? await inParts(job, parts, kept) : await renderFilm(job);
    const files = made.files.map(({ path }) => path);
    await rememberFilm(output, digest, files);
    await rm(kept, { recursive: true, force: true });
    return { files, notes: made.notes };
  });
}

/** Renders a film part by part; those that are there already are left as they are. */
async function inParts(
  job: FilmJob,
  parts: readonly FilmPart[],
  folder: string,
): Promise<RenderedFilm> {
  await mkdir(folder, { recursive: true });
  const frames = parts.reduce((sum, { count }) => sum + count, 0);
  const done: { readonly path: string; readonly count: number }[] = [];
  for (const [at, part] of parts.entries()) {
    const path = join(folder, `part ${at}`);
    const onProgress = (now: number) => job.onProgress?.(part.first + now, frames);
    if (!(await areThere([path]))) await renderPart({ ...job, output: path, onProgress }, part);
    onProgress(part.count);
    done.push({ path, count: part.count });
  }
  return joinParts(job, done);
}
