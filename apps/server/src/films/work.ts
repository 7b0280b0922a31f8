import { randomUUID } from 'node:crypto';
import type { FilmFile, FilmPart, FilmStatus } from '@cruvo/core/delivery';
import type { Database } from '../database/connect';

/** A worker that has been quiet for this long has lost what it works on, seconds. */
const LEASE_SECONDS = 12;
/** A film is given up when a part of it was lost so often without coming any further. */
const MOST_ATTEMPTS = 8;
/** The share of the work that joining the parts is, with its sound: about a tenth of quick films, less of others. */
const JOINING = 0.1;

const GIVEN_UP =
  'Rendering stopped in the middle again and again, so it was given up. Try a smaller size.';

/** What a worker has in hand. */
export interface FilmTask {
  readonly film: string;
  readonly position: number;
  /** With which it reports. */
  readonly claim: string;
  /** Frames to render; null: all of the film is rendered, or its parts are joined. */
  readonly part: FilmPart | null;
}

/** A part that is done. */
export interface DonePart {
  /** Content hash of what came of it. */
  readonly media: string;
  readonly count: number;
}

interface Row {
  readonly film: string;
  readonly position: number;
  readonly attempts: number;
  readonly first: number | null;
  readonly count: number | null;
}

/** Who is told what becomes of films. */
interface FilmHearer {
  readonly changed: (film: string) => Promise<void>;
  readonly ended: (film: string, how: { status: FilmStatus; problem?: string }) => Promise<void>;
}

/**
 * What is left to do of films, shared by any number of workers through the database: a worker takes one part in hand,
 * says now and then that it is still there, and puts away what came of it. Of what it lost, another one takes the part.
 */
export class FilmWork {
  constructor(
    private readonly database: Database,
    private readonly on: FilmHearer,
  ) {}

  /** Takes the next part in hand; null where there is nothing to do. Whoever had it before can no longer report on it. */
  async next(): Promise<FilmTask | null> {
    const claim = randomUUID();
    const { rows } = await this.database.raw<{ rows: Row[] }>(
      `update film_parts set claim = ?, seen_at = now(), attempts = attempts + 1, progress = 0
      where (film, position) in (
        select part.film, part.position from film_parts part join films on films.id = part.film
        where films.status in ('waiting', 'rendering') and not films.paused and not part.done
          and (part.seen_at is null or part.seen_at < now() - interval '${LEASE_SECONDS} seconds')
          and (part.first is not null or not exists (
            select 1 from film_parts other
            where other.film = part.film and other.first is not null and not other.done))
        order by coalesce(films.rank, 0), films.created_at, part.position
        limit 1 for update of part skip locked)
      returning film, position, first, count, attempts`,
      [claim],
    );
    const [row] = rows;
    if (!row) return null;
    const { film, position, first, count, attempts } = row;
    if (attempts > MOST_ATTEMPTS) {
      await this.on.ended(film, { status: 'failed', problem: GIVEN_UP });
      return this.next();
    }
    await this.database('films')
      .where({ id: film })
      .whereIn('status', ['waiting', 'rendering'])
      .update({
        status: 'rendering',
        progress: this.progress(film),
      });
    await this.on.changed(film);
    return {
      film,
      position,
      claim,
      part: first === null || count === null ? null : { first, count },
    };
  }

  /**
   * Says that the worker is alive and how far it is. A part that comes further than ever before is not given up.
   *
   * @param progress of the part, 0 to 1
   * @param preview what is being rendered, a PNG; null: the one before still stands
   * @returns whether the part is still wanted, and from this claim
   */
  async report(task: FilmTask, progress: number, preview: Buffer | null): Promise<boolean> {
    const { film } = task;
    const changed = await this.own(task)
      .whereExists(
        this.database('films').where({ id: film, status: 'rendering', paused: false }).select('id'),
      )
      .update({
        progress,
        seen_at: this.database.fn.now(),
        attempts: this.database.raw('case when ? > best_progress then 0 else attempts end', [
          progress,
        ]),
        best_progress: this.database.raw('greatest(best_progress, ?)', [progress]),
      });
    if (changed === 0) return false;
    await this.database('films')
      .where({ id: film })
      .update({
        progress: this.progress(film),
        ...(preview ? { preview } : {}),
        ...(progress > 0 ? this.begun() : {}),
      });
    await this.on.changed(film);
    return true;
  }

  /** Puts away what came of a part. @param media its content hash */
  async finishPart(task: FilmTask, media: string): Promise<void> {
    await this.own(task).update({ done: true, progress: 1, media });
    await this.database('films')
      .where({ id: task.film })
      .update({ progress: this.progress(task.film) });
    await this.on.changed(task.film);
  }

  /** The parts of a film that are done, in order. */
  async doneParts(film: string): Promise<readonly DonePart[]> {
    return this.database('film_parts')
      .where({ film, done: true })
      .whereNotNull('media')
      .orderBy('position')
      .select<DonePart[]>('media', 'count');
  }

  /** Stores what came of a film. */
  async finish(
    task: FilmTask,
    { files, notes }: { readonly files: readonly FilmFile[]; readonly notes: readonly string[] },
  ): Promise<void> {
    const { film } = task;
    await this.database.transaction(async (transaction) => {
      const own = await this.own(task, transaction).update({ done: true });
      if (own === 0) return;
      const made = { files: JSON.stringify(files), notes: JSON.stringify(notes) };
      await transaction('films')
        .where({ id: film, status: 'rendering' })
        .update({ status: 'done', progress: 1, preview: null, ...made, finished_at: new Date() });
      // What was joined is not needed any more.
      await transaction('film_parts').where({ film }).update({ media: null });
    });
    await this.on.changed(film);
  }

  async fail({ film }: FilmTask, problem: string): Promise<void> {
    await this.on.ended(film, { status: 'failed', problem });
  }

  /** Gives a part back that was not finished, so that another worker takes it at once. */
  async release(task: FilmTask): Promise<void> {
    await this.own(task).update({ claim: null, seen_at: null, attempts: 0 });
  }

  /** All that is not done of a film can be taken in hand at once. */
  async free(film: string, database: Database = this.database): Promise<void> {
    await database('film_parts')
      .where({ film, done: false })
      .update({ claim: null, seen_at: null });
  }

  private own({ film, position, claim }: FilmTask, database: Database = this.database) {
    return database('film_parts').where({ film, position, claim, done: false });
  }

  /** From when on a film comes along: what makes it ready is over soon, and tells nothing of how long the rest takes. */
  private begun() {
    return {
      begun_at: this.database.raw('coalesce(begun_at, now())'),
      idle_seconds: this.database.raw('case when begun_at is null then 0 else idle_seconds end'),
    };
  }

  /** How far a film is, by its parts. */
  private progress(film: string) {
    return this.database.raw(
      `(select case when bool_or(first is not null)
          then ${1 - JOINING} * sum(case when first is null then 0 else progress * count end) / sum(count)
            + ${JOINING} * max(case when first is null then progress else 0 end)
          else max(progress) end
        from film_parts where film = ?)`,
      [film],
    );
  }
}
