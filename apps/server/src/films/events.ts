import { sentenceOf } from '@cruvo/core/problem';
import { EventEmitter } from 'node:events';
import pg from 'pg';
import { log } from '../log';
import { FILM_CHANNEL } from './store';

const RECONNECT_AFTER_MS = 1000;

/** Hears of changes to films from every process that shares the database, and passes their ids on. */
export class FilmEvents extends EventEmitter<{ film: [id: string] }> {
  private client: pg.Client | null = null;
  private stopped = false;

  constructor(private readonly databaseUrl: string) {
    super();
    this.setMaxListeners(0);
  }

  async start(): Promise<void> {
    if (this.stopped) return;
    const client = new pg.Client({ connectionString: this.databaseUrl, keepAlive: true });
    client.on('notification', ({ payload }) => this.emit('film', payload ?? ''));
    client.on('error', (error) => {
      log.warn({ reason: sentenceOf(error) }, 'lost the film events');
      this.reconnectLater();
    });
    await client.connect();
    await client.query(`listen ${FILM_CHANNEL}`);
    this.client = client;
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.client?.end().catch(() => undefined);
  }

  private reconnectLater(): void {
    this.client = null;
    if (this.stopped) return;
    setTimeout(() => this.start().catch(() => this.reconnectLater()), RECONNECT_AFTER_MS).unref();
  }
}
