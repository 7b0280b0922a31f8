import { randomUUID } from 'node:crypto';
import { dirname, join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { array, number, object, string } from 'yup';
import { cancelled, Problem } from '@cruvo/core/problem';
import { digestOf, filesMade, rememberFilm } from '../films/record';
import type { WantedFilm } from '../films/wantedFilms';
import type { Made } from '../items/items';
import type { CarriedScene } from '@cruvo/film/material';
import type { StudioClient } from './studioClient';

const ASK_EVERY_MS = 500;

const filmSchema = object({
  id: string().required(),
  production: string().required(),
  status: string().required(),
  progress: number().required(),
  problem: string().nullable().defined(),
  files: array(object({ name: string().required() })).required(),
  notes: array(string().required()).required(),
});

/** Has a studio make a film, waits for it, and fetches it. Where that is stopped, the film is cancelled. */
export async function studioFilm(
  client: StudioClient,
  { scene, settings, output }: WantedFilm<CarriedScene>,
  again: boolean,
  report: (share: number) => void,
  signal: AbortSignal,
): Promise<Made> {
  const digest = digestOf(scene, settings);
  const before = again ? null : await filesMade(output, digest);
  if (before) return { files: before, wasThere: true };
  const wish = { scene: scene.id, settings };
  // Sent again after a lost answer, it is still one film.
  const key = { 'Idempotency-Key': randomUUID() };
  const { id, production } = await client.post('/films', wish, filmSchema, key);
  const film = await finished(client, production, id, report, signal);
  const files: string[] = [];
  for (const [at, { name }] of film.files.entries()) {
    const path = at === 0 ? output : join(dirname(output), name);
    await client.download(`/films/${id}/files/${at}`, path, signal);
    files.push(path);
  }
  await rememberFilm(output, digest, files);
  return { files, notes: film.notes };
}

async function finished(
  client: StudioClient,
  production: string,
  id: string,
  report: (share: number) => void,
  signal: AbortSignal,
) {
  const films = array(filmSchema).required();
  for (;;) {
    if (signal.aborted) {
      await client.post(`/films/${id}/cancel`, {}, filmSchema);
      throw cancelled();
    }
    const all = await client.get(`/productions/${production}/films`, films);
    const film = all.find((one) => one.id === id);
    if (!film || film.status === 'cancelled') {
      throw new Problem('cancelled', 'The film was cancelled in the studio.');
    }
    if (film.status === 'failed') {
      throw new Problem('unavailable', film.problem ?? 'The film could not be made.');
    }
    report(film.progress);
    if (film.status === 'done') return film;
    await setTimeout(ASK_EVERY_MS);
  }
}
