import PgBoss from 'pg-boss';
import { sentenceOf } from '@cruvo/core/problem';
import type { Database } from '../database/connect';
import { log } from '../log';

const QUEUE = 'films-to-render';
/** Rendering takes as long as it takes: who works on a film is told by the films themselves (FilmStore.claim). */
const EXPIRES_AFTER_HOURS = 23;

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
      maintenanceIntervalSeconds: 60,
    });
    this.boss.on('error', (error) => log.warn({ reason: sentenceOf(error) }, 'queue'));
  }

  async start(): Promise<void> {
    await this.boss.start();
    // Of each film one job waits at most, however often it is added.
    await this.boss.createQueue(QUEUE, { name: QUEUE, policy: 'short' });
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: false, close: true });
  }

  /** Adds a film, which nobody sees before the transaction ends. */
  async add(film: string, transaction: Database): Promise<void> {
    const connection = (await transaction.client.acquireConnection()) as Connection;
    await this.boss.send(
      QUEUE,
      { film },
      {
        singletonKey: film,
        expireInHours: EXPIRES_AFTER_HOURS,
        retryLimit: 0,
        db: { executeSql: (text, values) => connection.query(text, values) },
      },
    );
  }

  /** The next film to render, or null. */
  async next(): Promise<FilmTask | null> {
    const [job] = await this.boss.fetch<{ film: string }>(QUEUE);
    return job ? { job: job.id, film: job.data.film } : null;
  }

  async done({ job }: FilmTask): Promise<void> {
    await this.boss.complete(QUEUE, job);
  }
}

/** What Knex hands out within a transaction: the driver's connection, on which the transaction runs. */
interface Connection {
  query(text: string, values: unknown[]): Promise<{ rows: unknown[] }>;
}
