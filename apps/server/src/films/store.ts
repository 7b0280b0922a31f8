import {
  filmParts,
  filmSettingsSchema,
  type FilmPart,
  type FilmRecord,
  type FilmStatus,
} from '@cruvo/core/delivery';
import { Problem } from '@cruvo/core/problem';
import { readDocument } from '@cruvo/core/document';
import type { FilmMaterial } from '@cruvo/film/material';
import { OWNER, type Database } from '../database/connect';
import { referencedHashes } from '../documents/references';
import { FilmWork } from './work';

export type Film = FilmRecord<Date>;

/** The channel on which changes to films are announced; the payload is the film's id. */
export const FILM_CHANNEL = 'films';

interface Row extends Omit<Film, 'createdAt' | 'finishedAt' | 'secondsLeft'> {
  readonly created_at: Date;
  readonly finished_at: Date | null;
  /** For how long it was worked on, seconds. */
  readonly worked: number | null;
}

const COLUMNS = [
  ...['id', 'production', 'scene', 'name', 'settings', 'status', 'progress', 'paused', 'problem'],
  ...['files', 'notes', 'created_at', 'finished_at'],
];
const WORKED = `extract(epoch from now() - begun_at) - idle_seconds
  - coalesce(extract(epoch from now() - idle_since), 0) as worked`;

/** From this much progress on the time that is left is told. */
const TELLING = 0.03;

function fromRow({ created_at, finished_at, worked, ...film }: Row): Film {
  const { status, progress, paused } = film;
  const known = status === 'rendering' && !paused && worked !== null && progress >= TELLING;
  return {
    ...film,
    settings: filmSettingsSchema.validateSync(film.settings),
    secondsLeft: known ? (Number(worked) * (1 - progress)) / progress : null,
    createdAt: created_at,
    finishedAt: finished_at,
  };
}

/** Films that were asked for. What workers do with them is told to `work`. */
export class FilmStore {
  readonly work: FilmWork;

  constructor(private readonly database: Database) {
    this.work = new FilmWork(database, {
      changed: (id) => this.announce(id),
      ended: (id, change) => this.end(id, change),
    });
  }

  /** Stores a film and the parts in which it is rendered. The same id twice is one film. */
  async create(
    film: Pick<Film, 'id' | 'production' | 'scene' | 'name' | 'settings'>,
    material: FilmMaterial,
  ): Promise<Film> {
    await this.database.transaction(async (transaction) => {
      const inserted = await transaction('films')
        .insert({
          ...film,
          owner: OWNER,
          status: 'waiting',
          settings: JSON.stringify(film.settings),
          material: JSON.stringify(material),
          refs: referencesIn(material),
        })
        .onConflict('id')
        .ignore()
        .returning('id');
      if (inserted.length === 0) return;
      const parts = filmParts(film.settings, material.scene.length);
      // The last one joins all others, or is the whole film.
      const rows: (FilmPart | null)[] = [...parts, null];
      await transaction('film_parts').insert(
        rows.map((part, position) => ({ film: film.id, position, ...part })),
      );
    });
    await this.announce(film.id);
    return this.read(film.id);
  }

  async read(id: string): Promise<Film> {
    const row = await this.database('films')
      .where({ id })
      .first<Row | undefined>([...COLUMNS, this.database.raw(WORKED)]);
    if (!row) throw new Problem('not-found', 'This film is no longer there.');
    return fromRow(row);
  }

  /** The films of a production, newest first. */
  async list(production: string): Promise<Film[]> {
    const rows = await this.database('films')
      .where({ production })
      .orderBy('created_at', 'desc')
      .select<Row[]>([...COLUMNS, this.database.raw(WORKED)]);
    return rows.map(fromRow);
  }

  /** What a film is made from, as it was when it was asked for. */
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

  /** The picture that is being rendered just now, a PNG; null where none is known. */
  async preview(id: string): Promise<Buffer | null> {
    const row = await this.database('films')
      .where({ id })
      .first<{ preview: Buffer | null }>('preview');
    return row?.preview ?? null;
  }

  /** Leaves a film alone until it is resumed; what is done of it is kept. */
  async pause(id: string): Promise<void> {
    await this.database('films')
      .where({ id, paused: false })
      .whereIn('status', ['waiting', 'rendering'])
      .update({ paused: true, idle_since: this.database.fn.now() });
    await this.announce(id);
  }

  async resume(id: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const changed = await transaction('films')
        .where({ id, paused: true })
        .update({
          paused: false,
          idle_seconds: transaction.raw(
            'idle_seconds + coalesce(extract(epoch from now() - idle_since), 0)',
          ),
          idle_since: null,
        });
      if (changed > 0) await this.work.free(id, transaction);
    });
    await this.announce(id);
  }

  /** Has a film rendered before all others. */
  async doFirst(id: string): Promise<void> {
    await this.database('films')
      .where({ id })
      .update({ rank: this.database.raw('least(0, (select min(rank) from films)) - 1') });
    await this.announce(id);
  }

  async cancel(id: string): Promise<void> {
    await this.end(id, { status: 'cancelled' });
  }

  async delete(id: string): Promise<void> {
    const gone = await this.database('films').where({ id }).delete();
    if (gone === 0) throw new Problem('not-found', 'This film is no longer there.');
    await this.announce(id);
  }

  private async end(id: string, change: { status: FilmStatus; problem?: string }): Promise<void> {
    await this.database('films')
      .where({ id })
      .whereIn('status', ['waiting', 'rendering'])
      .update({ ...change, preview: null, finished_at: new Date() });
    await this.database('film_parts').where({ film: id }).update({ media: null });
    await this.announce(id);
  }

  /** Tells whoever shows films that some of them have changed or are gone. */
  private async announce(id: string): Promise<void> {
    await this.database.raw('select pg_notify(?, ?)', [FILM_CHANNEL, id]);
  }
}

function referencesIn({ scene, characters }: FilmMaterial): string[] {
  const held = Object.values(characters).flatMap((one) => referencedHashes('character', one));
  return [...new Set([...referencedHashes('scene', scene), ...held])];
}
