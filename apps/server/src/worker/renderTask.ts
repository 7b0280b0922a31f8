import type { PassRecording } from '@cruvo/core/passes';
import { stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { fileName, FILM_FORMATS, type FilmFile } from '@cruvo/core/delivery';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { type Program, compile, fontsOf } from '@cruvo/core/program';
import type { VoiceTrack } from '@cruvo/core/speech';
import { drawingsOf, loadImages } from '@cruvo/film/images';
import { renderFilm, type FilmSound } from '@cruvo/film/render';
import { loadTypefaces } from '@cruvo/media/lettering';
import { inTempFolder } from '@cruvo/media/tools';
import type { Services } from '../app';
import { fetchVoice } from '../media/fetchVoice';
import type { FilmTask } from '../films/queue';
import type { Film, FilmMaterial } from '../films/store';
import { isDatabaseAway } from '../database/errors';
import { heardLines, heardVoice, linesOf, placedSound } from '@cruvo/core/scene';

/** How often a worker says how far it is and asks whether the film is still wanted, milliseconds. */
const REPORT_EVERY_MS = 400;

export type WorkerServices = Pick<Services, 'films' | 'media' | 'queue' | 'tracks'>;

/**
 * Renders one film of the queue and stores it, or stores why it could not be.
 *
 * @param stop ends the work in the middle; the film is then given to another worker
 */
export async function renderTask(
  services: WorkerServices,
  task: FilmTask,
  stop: AbortSignal,
): Promise<void> {
  const { films, queue } = services;
  const claim = await films.claim(task.film);
  if (claim !== null) {
    try {
      const made = await inTempFolder((folder) =>
        renderToMedia(services, task.film, { claim, folder, stop }),
      );
      await films.finish(task.film, claim, made);
    } catch (error) {
      // With the database gone nothing can be said; the film is found lost and rendered again.
      if (isDatabaseAway(error)) throw error;
      if (stop.aborted) await films.release(task.film, claim);
      else if (!(error instanceof Problem && error.code === 'cancelled')) {
        await films.fail(task.film, sentenceOf(error));
      }
    }
  }
  await queue.done(task);
}

async function renderToMedia(
  services: WorkerServices,
  film: string,
  { claim, folder, stop }: { claim: string; folder: string; stop: AbortSignal },
): Promise<Pick<Film, 'files' | 'notes'>> {
  const { films, media } = services;
  const unwanted = new AbortController();
  let progress = 0;
  const beat = setInterval(() => {
    films.report(film, claim, progress).then(
      (wanted) => wanted || unwanted.abort(),
      () => undefined,
    );
  }, REPORT_EVERY_MS);
  try {
    const { settings, name } = await films.read(film);
    const program = await prepare(services, await films.material(film));
    const images = await loadImages(drawingsOf(program), (hash) => media.readAll(hash));
    const sounds = await voicesOf(services, program, folder);
    const stem = fileName(name);
    const output = join(folder, `${stem}.${FILM_FORMATS[settings.format].extension}`);
    const onProgress = (done: number, total: number) => void (progress = done / total);
    const signal = AbortSignal.any([unwanted.signal, stop]);
    const job = { program, images, sounds, settings, output, onProgress, signal };
    const { files, notes } = await renderFilm(job);
    const kept: FilmFile[] = [];
    for (const { path, type } of files) {
      const hash = await media.writeFile(path, type);
      kept.push({ name: basename(path), type, hash, size: (await stat(path)).size });
    }
    return { files: kept, notes };
  } finally {
    clearInterval(beat);
  }
}

async function prepare(
  { tracks }: WorkerServices,
  { scene, characters }: FilmMaterial,
): Promise<Program> {
  const heard = new Map<string, VoiceTrack>();
  for (const { track } of linesOf(scene)) {
    if (track !== null) heard.set(track, await tracks.read(track));
  }
  const recordings = new Map<string, PassRecording>();
  for (const { recording } of Object.values(scene.takes)) {
    if (!recordings.has(recording)) {
      recordings.set(recording, await tracks.readRecording(recording));
    }
  }
  const typefaces = await loadTypefaces(fontsOf(scene));
  return compile({
    ...{ scene, characters: new Map(Object.entries(characters)), tracks: heard },
    ...{ recordings, typefaces },
  });
}

async function voicesOf(
  { media }: WorkerServices,
  { scene }: Program,
  folder: string,
): Promise<FilmSound[]> {
  return Promise.all(
    heardLines(scene).map(async (line, at) => {
      const path = join(folder, `${at}.wav`);
      await fetchVoice(media, heardVoice(line)!.working, path, line.voice.name);
      return { path, name: line.name, ...placedSound(line) };
    }),
  );
}
