import { EventEmitter, once } from 'node:events';
import { setTimeout } from 'node:timers/promises';
import pg from 'pg';
import { sentenceOf } from '@cruvo/core/problem';
import { log } from '../log';
import { FILM_CHANNEL } from './store';

const FIRST_WAIT_MS = 100;
const LONGEST_WAIT_MS = 5000;

/**
 * Hears of changes to films from every process that shares the database, and passes their ids on. After a lost
 * connection, during which something may have been missed, it says so.
 */
export class FilmEvents extends EventEmitter<{ film: [id: string]; interrupted: [] }> {
  private readonly stopping = new AbortController();
  private running: Promise<void> = Promise.resolve();

  constructor(private readonly databaseUrl: string) {
    super();
    this.setMaxListeners(0);
  }

  start(): void {
    this.running = this.keepListening();
  }

  async stop(): Promise<void> {
    this.stopping.abort();
    await this.running;
  }

  /** One connection at a time: the next is tried when the one before has ended. */
  private async keepListening(): Promise<void> {
    const { signal } = this.stopping;
    let wait = FIRST_WAIT_MS;
    while (!signal.aborted) {
      const heard = await this.listenUntilLost();
      if (signal.aborted) return;
      wait = heard ? FIRST_WAIT_MS : Math.min(LONGEST_WAIT_MS, 2 * wait);
      // Spread out, so that servers that lost the same database don't all come back at once.
      const jitter = 0.5 + Math.random() / 2;
      await setTimeout(wait * jitter, undefined, { signal }).catch(() => undefined);
    }
  }

  /** @returns whether it was connected */
  private async listenUntilLost(): Promise<boolean> {
    const client = new pg.Client({
      connectionString: this.databaseUrl,
      connectionTimeoutMillis: 3000,
      keepAlive: true,
    });
    client.on('notification', ({ payload }) => this.emit('film', payload ?? ''));
    // A lost connection ends; the error before tells nothing more.
    client.on('error', () => undefined);
    let connected = false;
    try {
      const ended = once(client, 'end', { signal: this.stopping.signal });
      ended.catch(() => undefined);
      await client.connect();
      await client.query(`listen ${FILM_CHANNEL}`);
      connected = true;
      await ended;
      throw new Error('the connection ended');
    } catch (error) {
      if (!this.stopping.signal.aborted) {
        log.warn({ reason: sentenceOf(error) }, 'lost the film events');
        if (connected) this.emit('interrupted');
      }
    } finally {
      await client.end().catch(() => undefined);
    }
    return connected;
  }
}
