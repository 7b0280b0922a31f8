import type { FilmRecord, FilmSettings } from '@cruvo/core/delivery';
import { getJson, request, sendJson } from './http';

export type Film = FilmRecord<string>;

export const listFilms = (production: string) =>
  getJson<Film[]>(`/productions/${production}/films`);

export const orderFilm = (scene: string, settings: FilmSettings) =>
  // Sent again after a lost answer, it is still one film.
  sendJson<Film>(
    'POST',
    '/films',
    { scene, settings },
    { headers: { 'Idempotency-Key': crypto.randomUUID() } },
  );

/** What can be asked of a film that is under way. */
export type FilmWish = 'cancel' | 'pause' | 'resume' | 'first';

export const tellFilm = (id: string, wish: FilmWish) =>
  sendJson<Film>('POST', `/films/${id}/${wish}`, {});

/** The picture that is being rendered just now. */
export const previewUrl = ({ id, progress }: Pick<Film, 'id' | 'progress'>) =>
  `/api/films/${id}/preview?at=${progress.toFixed(4)}`;

export const deleteFilm = (id: string) => request(`/films/${id}`, { method: 'DELETE' });

/** Where a file of a film lies. @param position among its files */
export const filmUrl = (id: string, position = 0, download = false) =>
  `/api/films/${id}/files/${position}${download ? '?download' : ''}`;

/** Follows the films of a production as they change; returns how to stop. */
export function followFilms(
  production: string,
  on: { film: (film: Film) => void; gone: (id: string) => void; opened: () => void },
): () => void {
  const events = new EventSource(`/api/productions/${production}/films/events`);
  events.addEventListener('open', on.opened);
  events.addEventListener('film', ({ data }) => on.film(JSON.parse(String(data)) as Film));
  events.addEventListener('gone', ({ data }) =>
    on.gone((JSON.parse(String(data)) as { id: string }).id),
  );
  return () => events.close();
}
