import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { type Program, compile } from '@cruvo/core/program';
import type { VoiceTrack } from '@cruvo/core/speech';
import { drawingsOf, loadImages } from '@cruvo/film/images';
import { renderFilm, type SoundAtTime } from '@cruvo/film/render';
import type { Services } from '../app';
import type { FilmTask } from '../films/queue';
import type { FilmMaterial } from '../films/store';
import { isDatabaseAway } from '../http/problems';
import { toSeconds } from '@cruvo/core/time';
import { linesOf, heardLines } from '@cruvo/core/scene';

/** How often a worker says how far it is and asks whether the film is still wanted, milliseconds. */
const REPORT_EVERY_MS = 400;

export type WorkerServices = Pick<Services, 'films' | 'media' | 'queue' | 'tracks'>;

/**
 * Renders one film of the queue and stores it, or stores why it could not be.
 *
 * @param stop ends the work in the middle; the film then waits for another worker
 */
export async function renderTask(
  services: WorkerServices,
  task: FilmTask,
  stop: AbortSignal,
): Promise<void> {
  const claim = await services.films.claim(task.film);
  if (claim === null) return services.queue.done(task);
  const folder = await mkdtemp(join(tmpdir(), 'cruvo-film-'));
  try {
    const media = await renderToMedia(services, task, { claim, folder, stop });
    await services.films.finish(task.film, claim, media);
  } catch (error) {
    if (stop.aborted) return;
    // With the database gone nothing can be said; the job expires and is tried again.
    if (isDatabaseAway(error)) throw error;
    if (!(error instanceof Problem && error.code === 'cancelled')) {
      await services.films.fail(task.film, sentenceOf(error));
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  await services.queue.done(task);
}

async function renderToMedia(
  services: WorkerServices,
  task: FilmTask,
  { claim, folder, stop }: { claim: string; folder: string; stop: AbortSignal },
): Promise<string> {
  const { films, media, queue } = services;
  const unwanted = new AbortController();
  let progress = 0;
  const beat = setInterval(() => {
    void Promise.all([queue.keepAlive(task), films.report(task.film, claim, progress)]).then(
      ([, wanted]) => wanted || unwanted.abort(),
      () => undefined,
    );
  }, REPORT_EVERY_MS);
  try {
    const { settings } = await films.read(task.film);
    const program = await prepare(services, await films.material(task.film));
    const images = await loadImages(drawingsOf(program), (hash) => media.readAll(hash));
    const sounds = await voicesOf(services, program, folder);
    const output = join(folder, 'film.mp4');
    const onProgress = (done: number, total: number) => void (progress = done / total);
    const signal = AbortSignal.any([unwanted.signal, stop]);
    await renderFilm({ program, images, sounds, settings, output, onProgress, signal });
    return await media.writeFile(output, 'video/mp4');
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
  return compile({ scene, characters: new Map(Object.entries(characters)), tracks: heard });
}

async function voicesOf(
  { media }: WorkerServices,
  { scene }: Program,
  folder: string,
): Promise<SoundAtTime[]> {
  return Promise.all(
    heardLines(scene).map(async ({ start, voice }, at) => {
      const path = join(folder, `${at}.wav`);
      const { size } = await media.info(voice.working);
      await pipeline(Readable.from(media.read(voice.working, 0, size)), createWriteStream(path));
      return { path, start: toSeconds(start) };
    }),
  );
}
