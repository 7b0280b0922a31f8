import { randomUUID } from 'node:crypto';
import type { Character } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import type { FilmRecord, FilmStatus, Scene } from '@cruvo/core/scene';
import { OWNER, type Database } from '../database/connect';
import { readDocument } from '@cruvo/core/document';

export type Film = FilmRecord<Date>;

/** What the film is made from, as it was when it was asked for. */
export interface FilmMaterial {
  readonly scene: Scene;
  /** Characters by document id. */
  readonly characters: Readonly<Record<string, Character>>;
}

/** The channel on which changes to films are announced; the payload is the film's id. */
export const FILM_CHANNEL = 'films';

interface Row extends Omit<Film, 'createdAt' | 'finishedAt'> {
  readonly created_at: Date;
  readonly finished_at: Date | null;
}

const COLUMNS = [
  'id',
  'production',
  'scene',
  'name',
  'settings',
  'status',
  'progress',
  'problem',
  'media',
  'created_at',
  'finished_at',
];

const fromRow = ({ created_at, finished_at, ...film }: Row): Film => ({
  ...film,
  createdAt: created_at,
  finishedAt: finished_at,
});

export class FilmStore {
  constructor(private readonly database: Database) {}

  async create(
    film: Pick<Film, 'production' | 'scene' | 'name' | 'settings'>,
    material: FilmMaterial,
  ): Promise<Film> {
    const [row] = await this.database('films')
      .insert({
        ...film,
        id: randomUUID(),
        owner: OWNER,
        status: 'waiting',
        settings: JSON.stringify(film.settings),
        material: JSON.stringify(material),
      })
      .returning<Row[]>(COLUMNS);
    await this.announce(row!.id);
    return fromRow(row!);
  }

  async read(id: string): Promise<Film> {
    const row = await this.database('films').where({ id }).first<Row | undefined>(COLUMNS);
    if (!row) throw new Problem('not-found', 'This film is no longer there.');
    return fromRow(row);
  }

  /** The films of a production, newest first. */
  async list(production: string): Promise<Film[]> {
    const rows = await this.database('films')
      .where({ production })
      .orderBy('created_at', 'desc')
      .select<Row[]>(COLUMNS);
    return rows.map(fromRow);
  }

  async material(id: string): Promise<FilmMaterial> {
    const row = await this.database('films')
      .where({ id })
      .first<{ material: { scene: unknown; characters: Record<string, unknown> } }>('material');
    const { scene, characters } = row.material;
    return {
      scene: readDocument('scene', scene),
      characters: Object.fromEntries(
        Object.entries(characters).map(([key, body]) => [key, readDocument('character', body)]),
      ),
    };
  }

  /**
   * Takes a film in hand. Whoever had it before can no longer report on it.
   *
   * @returns the claim to report with; null when the film is not wanted any more
   */
  async claim(id: string): Promise<string | null> {
    const claim = randomUUID();
    const changed = await this.database('films')
      .where({ id })
      .whereIn('status', ['waiting', 'rendering'])
      .update({ claim, status: 'rendering', progress: 0 });
    if (changed === 0) return null;
    await this.announce(id);
    return claim;
  }

  /** @returns whether the film is still wanted, and from this claim */
  async report(id: string, claim: string, progress: number): Promise<boolean> {
    const changed = await this.database('films')
      .where({ id, claim, status: 'rendering' })
      .update({ progress });
    if (changed > 0) await this.announce(id);
    return changed > 0;
  }

  async finish(id: string, claim: string, media: string): Promise<void> {
    await this.database('films')
      .where({ id, claim, status: 'rendering' })
      .update({ status: 'done', progress: 1, media, finished_at: new Date() });
    await this.announce(id);
  }

  async fail(id: string, problem: string): Promise<void> {
    await this.end(id, { status: 'failed', problem });
  }

  async cancel(id: string): Promise<void> {
    await this.end(id, { status: 'cancelled' });
  }

  async delete(id: string): Promise<void> {
    await this.database('films').where({ id }).delete();
    await this.announce(id);
  }

  private async end(id: string, change: { status: FilmStatus; problem?: string }): Promise<void> {
    await this.database('films')
      .where({ id })
      .whereIn('status', ['waiting', 'rendering'])
      .update({ ...change, finished_at: new Date() });
    await this.announce(id);
  }

  private async announce(id: string): Promise<void> {
    await this.database.raw('select pg_notify(?, ?)', [FILM_CHANNEL, id]);
  }
}
