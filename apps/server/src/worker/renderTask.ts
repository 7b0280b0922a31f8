import { createWriteStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { fileName, FILM_FORMATS, type FilmFile } from '@cruvo/core/delivery';
import type { Frame } from '@cruvo/core/frame';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import {
  joinParts,
  renderFilm,
  renderPart,
  type FilmJob,
  type RenderedFilm,
} from '@cruvo/film/render';
import { voicesOf } from '@cruvo/film/material';
import { smallPicture } from '@cruvo/film/images';
import { inTempFolder } from '@cruvo/media/tools';
import { isDatabaseAway } from '../database/errors';
import type { FilmTask } from '../films/work';
import type { FilmPreparer, PreparedFilm, PreparingServices } from './preparedFilm';

/** How often a worker says how far it is and asks whether its work is still wanted, milliseconds. */
const REPORT_EVERY_MS = 400;
/** How often it shows what it renders, in reports. */
const PREVIEW_EVERY = 4;

/**
 * Renders what a worker has in hand and stores it, or stores why it could not be.
 *
 * @param stop ends the work in the middle; it is then given to another worker
 */
export async function renderTask(
  services: PreparingServices,
  preparer: FilmPreparer,
  task: FilmTask,
  stop: AbortSignal,
): Promise<void> {
  const { work } = services.films;
  try {
    await inTempFolder((folder) => render(services, preparer, task, { folder, stop }));
  } catch (error) {
    // With the database gone nothing can be said; the part is found lost and rendered again.
    if (isDatabaseAway(error)) throw error;
    if (stop.aborted) await work.release(task);
    else if (!(error instanceof Problem && error.code === 'cancelled')) {
      await work.fail(task, sentenceOf(error));
    }
  }
}

async function render(
  services: PreparingServices,
  preparer: FilmPreparer,
  task: FilmTask,
  { folder, stop }: { folder: string; stop: AbortSignal },
): Promise<void> {
  const { films, media } = services;
  const unwanted = new AbortController();
  const now: { progress: number; frame: Frame | null; prepared: PreparedFilm | null } = {
    ...{ progress: 0, frame: null, prepared: null },
  };
  let reports = 0;
  const report = async () => {
    const { frame, prepared } = now;
    const shows = reports++ % PREVIEW_EVERY === 0 && frame && prepared;
    const preview = shows ? await smallPicture(frame, prepared.images) : null;
    if (!(await films.work.report(task, now.progress, preview))) unwanted.abort();
  };
  const beat = setInterval(() => void report().catch(() => undefined), REPORT_EVERY_MS);
  try {
    const prepared = (now.prepared = await preparer.prepare(task.film));
    const { film, program, images, player } = prepared;
    const { settings, name } = film;
    const { extension } = FILM_FORMATS[settings.format];
    const job: FilmJob = {
      ...{ program, images, player, settings, sounds: [] },
      output: join(folder, `${fileName(name)}.${extension}`),
      onProgress: (done, total) => void (now.progress = done / total),
      onFrame: (frame) => void (now.frame = frame),
      signal: AbortSignal.any([unwanted.signal, stop]),
    };
    if (task.part) {
      await renderPart(job, task.part);
      const hash = await media.writeFile(job.output, 'application/octet-stream');
      return await films.work.finishPart(task, hash);
    }
    const sounds = await voicesOf(program, preparer.content, folder);
    const done = await films.work.doneParts(task.film);
    const made =
      done.length > 0
        ? await joinParts({ ...job, sounds }, await fetchParts(services, done, folder, extension))
        : await renderFilm({ ...job, sounds });
    await films.work.finish(task, { files: await kept(services, made), notes: made.notes });
  } finally {
    clearInterval(beat);
  }
}

/** Fetches the parts of a film. @returns where they lie */
async function fetchParts(
  { media }: PreparingServices,
  done: readonly { readonly media: string; readonly count: number }[],
  folder: string,
  extension: string,
): Promise<{ readonly path: string; readonly count: number }[]> {
  const parts: { path: string; count: number }[] = [];
  for (const [at, { media: hash, count }] of done.entries()) {
    const path = join(folder, `part ${at}.${extension}`);
    const { size } = await media.info(hash);
    await pipeline(Readable.from(media.read(hash, 0, size)), createWriteStream(path));
    parts.push({ path, count });
  }
  return parts;
}

/** Stores what came of a film. */
async function kept({ media }: PreparingServices, made: RenderedFilm): Promise<FilmFile[]> {
  const files: FilmFile[] = [];
  for (const { path, type } of made.files) {
    const hash = await media.writeFile(path, type);
    files.push({ name: basename(path), type, hash, size: (await stat(path)).size });
  }
  return files;
}
