import type { Player, Program } from '@cruvo/core/program';
import type { NodeImages } from '@cruvo/film/images';
import { imagesOf, programOf } from '@cruvo/film/material';
import { playerFor } from '@cruvo/film/render';
import type { KeptContent } from '@cruvo/media/productionFile';
import type { Services } from '../app';
import type { Film } from '../films/store';
import { storedContent } from '../media/content';

export type PreparingServices = Pick<Services, 'films' | 'media' | 'tracks'>;

/** A film made ready to be rendered. */
export interface PreparedFilm {
  readonly film: Film;
  readonly program: Program;
  readonly images: NodeImages;
  /** Goes on from part to part, so that what comes before is not played again. */
  readonly player: Player;
}

/** Makes films ready, and keeps the last one: its next part mostly comes next. */
export class FilmPreparer {
  readonly content: KeptContent;
  private last: PreparedFilm | null = null;

  constructor(private readonly services: PreparingServices) {
    this.content = storedContent(services.media, services.tracks);
  }

  async prepare(id: string): Promise<PreparedFilm> {
    if (this.last?.film.id === id) return this.last;
    this.last = null;
    const { films } = this.services;
    const film = await films.read(id);
    const program = await programOf(await films.material(id), this.content);
    const images = await imagesOf(program, this.content);
    const player = playerFor(program, film.settings);
    return (this.last = { film, program, images, player });
  }
}
