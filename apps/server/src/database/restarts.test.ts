import { setTimeout } from 'node:timers/promises';
import { testStudio } from '../testing/studio';
import { isDatabaseAway } from './errors';

const studio = testStudio();

const listening = async () => {
  const { rows } = await studio.services.database.raw<{ rows: { n: string }[] }>(
    "select count(*) as n from pg_stat_activity where datname = current_database() and query ilike 'listen %'",
  );
  return Number(rows[0]!.n);
};

async function until(reached: () => Promise<boolean>): Promise<void> {
  for (let attempt = 0; attempt < 300; attempt++) {
    if (await reached().catch(() => false)) return;
    await setTimeout(50);
  }
  throw new Error('It never came to that.');
}

it('ends fifty restarts of the database with the connections that it began with', async () => {
  await until(async () => (await listening()) === 1);
  for (let restart = 0; restart < 50; restart++) {
    studio.road.block();
    await setTimeout(restart % 5);
    studio.road.clear();
    // Every tenth time it comes back to itself in between.
    if (restart % 10 === 9) await until(async () => (await listening()) === 1);
  }
  await until(async () => (await listening()) === 1);
  await setTimeout(300);
  expect(await listening()).toBe(1);
  const heard = new Promise((resolve) => studio.services.events.once('film', resolve));
  await studio.services.database.raw("select pg_notify('films', 'still here')");
  expect(await heard).toBe('still here');
}, 60_000);

it('tells pages to look again when something may have been missed', async () => {
  await until(async () => (await listening()) === 1);
  const told = new Promise<void>((resolve) => studio.services.events.once('interrupted', resolve));
  studio.road.block();
  await told;
  studio.road.clear();
});

it.each([
  ['a lost connection', { code: '08006' }, true],
  ['too many connections', { code: '53300' }, true],
  ['a database that stops', { code: '57P01' }, true],
  ['no room in the pool', { name: 'KnexTimeoutError' }, true],
  ['a connection that broke', new Error('Client was closed and is not queryable'), true],
  ['a row that is there already', { code: '23505' }, false],
  ['nothing', null, false],
])('takes %s for what it is', (_, error, away) => {
  expect(isDatabaseAway(error)).toBe(away);
});
