import { sentenceOf } from '@cruvo/core/problem';
import PgBoss from 'pg-boss';
import { log } from '../log';

const QUEUE = 'film';
const GIVEN_UP = 'film-given-up';
/** A job whose worker has been quiet for this long is given to another, seconds. */
const EXPIRES_AFTER = 12;
/** How often a lost job is tried again. */
const RETRIES = 8;

export interface FilmTask {
  /** Id of the queue's job. */
  readonly job: string;
  readonly film: string;
}

/** The queue of films to render, in PostgreSQL, shared by any number of workers. */
export class FilmQueue {
  private readonly boss: PgBoss;

  constructor(databaseUrl: string) {
    this.boss = new PgBoss({
      connectionString: databaseUrl,
      max: 4,
      maintenanceIntervalSeconds: 2,
    });
    this.boss.on('error', (error) => log.warn({ reason: sentenceOf(error) }, 'queue'));
  }

  async start(): Promise<void> {
    await this.boss.start();
    await this.boss.createQueue(GIVEN_UP);
    await this.boss.createQueue(QUEUE);
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: false, close: true });
  }

  async add(film: string): Promise<void> {
    await this.boss.send(
      QUEUE,
      { film },
      { expireInSeconds: EXPIRES_AFTER, retryLimit: RETRIES, retryDelay: 1, deadLetter: GIVEN_UP },
    );
  }

  /** The next film to render, or null. */
  async next(): Promise<FilmTask | null> {
    const [job] = await this.boss.fetch<{ film: string }>(QUEUE);
    return job ? { job: job.id, film: job.data.film } : null;
  }

  /** The next film whose workers were lost too often, or null. */
  async nextGivenUp(): Promise<string | null> {
    const [job] = await this.boss.fetch<{ film: string }>(GIVEN_UP);
    if (!job) return null;
    await this.boss.complete(GIVEN_UP, job.id);
    return job.data.film;
  }

  /** Says that the worker is alive: the job's time to expire starts anew. The queue has no call for it. */
  async keepAlive({ job }: FilmTask): Promise<void> {
    const { rows } = (await this.boss
      .getDb()
      .executeSql(
        "update pgboss.job set started_on = now() where name = $1 and id = $2 and state = 'active' returning id",
        [QUEUE, job],
      )) as { rows: unknown[] };
    if (rows.length === 0) log.warn({ job }, 'job was given to another worker');
  }

  async done({ job }: FilmTask): Promise<void> {
    await this.boss.complete(QUEUE, job);
  }
}
