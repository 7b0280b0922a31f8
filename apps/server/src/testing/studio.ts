import { randomBytes } from 'node:crypto';
import pg from 'pg';
import { createServices, type Services } from '../app';
import { migrate } from '../database/connect';
import { answering } from '../serving';
import { DatabaseRoad } from './databaseRoad';

/** A server with a database of its own on the PostgreSQL that CRUVO_DATABASE_URL names. */
export interface TestStudio {
  readonly address: string;
  readonly databaseUrl: string;
  readonly services: Services;
  /** What lies between the server and its database, to be blocked. */
  readonly road: DatabaseRoad;
  close(): Promise<void>;
}

/** A studio for the tests of one file: it starts before them, and is closed after. */
export function testStudio(): TestStudio {
  let started: TestStudio | null = null;
  beforeAll(async () => void (started = await start()));
  afterAll(() => started?.close());
  const running = () => {
    if (!started) throw new Error('The studio runs only while tests do.');
    return started;
  };
  return {
    get address() {
      return running().address;
    },
    get databaseUrl() {
      return running().databaseUrl;
    },
    get services() {
      return running().services;
    },
    get road() {
      return running().road;
    },
    close: () => running().close(),
  };
}

async function start(): Promise<TestStudio> {
  const adminUrl = process.env['CRUVO_DATABASE_URL'];
  if (!adminUrl) throw new Error('Set CRUVO_DATABASE_URL; “npm test” does.');
  const name = `test_${randomBytes(6).toString('hex')}`;
  await asAdmin(adminUrl, `create database ${name}`);
  const direct = new URL(adminUrl);
  direct.pathname = `/${name}`;
  const road = await DatabaseRoad.open(Number(direct.port));
  const throughRoad = new URL(direct);
  throughRoad.port = String(road.port);

  const services = createServices(throughRoad.href);
  await migrate(services.database);
  const { address, stop } = await answering(services, { port: 0, webFolder: '' });
  return {
    address,
    databaseUrl: direct.href,
    services,
    road,
    close: async () => {
      await stop();
      await road.close();
      await asAdmin(adminUrl, `drop database ${name} with (force)`);
    },
  };
}

async function asAdmin(url: string, command: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(command);
  await client.end();
}
