import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import pg from 'pg';
import { ROOT } from './paths.mjs';
import { portNear, startPostgres } from './postgres.mjs';

const NAME = 'postgres-test';
const LOCK = join(ROOT, '.data', NAME, 'cluster/postmaster.pid');

async function query(url: string, command: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    return (await client.query(command)).rows as unknown[];
  } finally {
    await client.end();
  }
}

afterAll(() => rmSync(join(ROOT, '.data', NAME), { recursive: true, force: true }));

describe('the private cluster', () => {
  it('is made, found running, and outlives a lock that nobody holds any more', async () => {
    const first = await startPostgres(NAME);
    await query(first.url, 'create table kept (word text)');
    expect((await startPostgres(NAME)).url).toBe(first.url);

    const lock = readFileSync(LOCK, 'utf8');
    process.kill(Number(lock.split('\n')[0]), 'SIGKILL');
    while (existsSync(join('/proc', lock.split('\n')[0]!))) await setTimeout(20);
    // The number of the dead process now belongs to somebody else, as after a restart of the machine.
    writeFileSync(LOCK, lock.replace(/^\d+/, String(process.pid)));

    const again = await startPostgres(NAME);
    expect(await query(again.url, 'select * from kept')).toEqual([]);
    again.stop();
    await expect(query(again.url, 'select 1')).rejects.toThrow(/ECONNREFUSED/);
  });

  it('comes back at the same address where it is killed and kept running', async () => {
    const cluster = await startPostgres(NAME);
    cluster.keepRunning();
    process.kill(Number(readFileSync(LOCK, 'utf8').split('\n')[0]), 'SIGKILL');
    const answer = async () => query(cluster.url, 'select 1 as one').catch(() => null);
    while ((await answer()) !== null) await setTimeout(20);
    let rows: unknown = null;
    while (rows === null) {
      await setTimeout(100);
      rows = await answer();
    }
    expect(rows).toEqual([{ one: 1 }]);
    cluster.stop();
  });

  it('asks for a password', async () => {
    const { url, stop } = await startPostgres(NAME);
    const wrong = new URL(url);
    wrong.password = 'guess';
    await expect(query(wrong.href, 'select 1')).rejects.toThrow(/password/);
    stop();
  });
});

it('takes another port when the wanted one is busy', async () => {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as { port: number };
  expect(await portNear(port)).not.toBe(port);
  await new Promise((resolve) => server.close(resolve));
  expect(await portNear(port)).toBe(port);
});
