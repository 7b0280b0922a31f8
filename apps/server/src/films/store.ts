import { randomUUID } from 'node:crypto';
import type { Character } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import {
  filmSettingsSchema,
  type FilmFile,
  type FilmRecord,
  type FilmStatus,
} from '@cruvo/core/delivery';
import type { Scene } from '@cruvo/core/scene';
import { readDocument } from '@cruvo/core/document';
import { OWNER, type Database } from '../database/connect';
import { referencedHashes } from '../documents/references';
import type { FilmQueue } from './queue';

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
  'files',
  'notes',
  'created_at',
  'finished_at',
];

const fromRow = ({ created_at, finished_at, ...film }: Row): Film => ({
  ...film,
  settings: filmSettingsSchema.validateSync(film.settings),
  createdAt: created_at,
  finishedAt: finished_at,
});

/** A worker that has been quiet for this long has lost its film, seconds. */
const LEASE_SECONDS = 12;
/** A film is given up when it was lost so often without coming any further. */
const MOST_ATTEMPTS = 8;

const GIVEN_UP =
  'Rendering stopped in the middle again and again, so it was given up. Try a smaller size.';

export class FilmStore {
  constructor(
    private readonly database: Database,
    private readonly queue: Pick<FilmQueue, 'add'>,
  ) {}

  /** Stores a film and adds it to the queue, both or neither. The same id twice is one film. */
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
      if (inserted.length > 0) await this.queue.add(film.id, transaction);
    });
    await this.announce(film.id);
    return this.read(film.id);
  }

  /** Adds films to the queue that nobody works on: their worker was lost, or their job. */
  async requeueLost(): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const rows = await transaction('films')
        .whereIn('status', ['waiting', 'rendering'])
        .whereRaw(`coalesce(seen_at, created_at) < now() - interval '${LEASE_SECONDS} seconds'`)
        .forUpdate()
        .skipLocked()
        .select<{ id: string }[]>('id');
      for (const { id } of rows) await this.queue.add(id, transaction);
    });
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
   * @returns the claim to report with; null when the film is not wanted any more, or somebody works on it
   */
  async claim(id: string): Promise<string | null> {
    const claim = randomUUID();
    const free = `(status = 'waiting' or seen_at < now() - interval '${LEASE_SECONDS} seconds')`;
    const [taken] = await this.database('films')
      .where({ id })
      .whereIn('status', ['waiting', 'rendering'])
      .whereRaw(free)
      .update({
        claim,
        status: 'rendering',
        progress: 0,
        seen_at: this.database.fn.now(),
        attempts: this.database.raw('attempts + 1'),
      })
      .returning<{ attempts: number }[]>('attempts');
    if (!taken) return null;
    if (taken.attempts > MOST_ATTEMPTS) {
      await this.fail(id, GIVEN_UP);
      return null;
    }
    await this.announce(id);
    return claim;
  }

  /**
   * Says that the worker is alive and how far it is. A film that comes further than ever before is not given up.
   *
   * @returns whether the film is still wanted, and from this claim
   */
  async report(id: string, claim: string, progress: number): Promise<boolean> {
    const changed = await this.database('films')
      .where({ id, claim, status: 'rendering' })
      .update({
        progress,
        seen_at: this.database.fn.now(),
        attempts: this.database.raw('case when ? > best_progress then 0 else attempts end', [
          progress,
        ]),
        best_progress: this.database.raw('greatest(best_progress, ?)', [progress]),
      });
    if (changed > 0) await this.announce(id);
    return changed > 0;
  }

  /** Gives a film back that was not finished, so that another worker takes it at once. */
  async release(id: string, claim: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const changed = await transaction('films')
        .where({ id, claim, status: 'rendering' })
        .update({ status: 'waiting', claim: null, attempts: 0 });
      if (changed > 0) await this.queue.add(id, transaction);
    });
  }

  /** Stores what came of a film. */
  async finish(
    id: string,
    claim: string,
    { files, notes }: { readonly files: readonly FilmFile[]; readonly notes: readonly string[] },
  ): Promise<void> {
    const made = { files: JSON.stringify(files), notes: JSON.stringify(notes) };
    await this.database('films')
      .where({ id, claim, status: 'rendering' })
      .update({ status: 'done', progress: 1, ...made, finished_at: new Date() });
    await this.announce(id);
  }

  async fail(id: string, problem: string): Promise<void> {
    await this.end(id, { status: 'failed', problem });
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
      .update({ ...change, finished_at: new Date() });
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
