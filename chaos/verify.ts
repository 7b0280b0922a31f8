import { setTimeout } from 'node:timers/promises';
import type { Knex } from 'knex';
import { nameOf, type Promises } from './work';

const FILMS_WITHIN_MS = 300_000;

/** Looks whether everything that was promised is there, and nothing that should not be. */
export async function verify(
  address: string,
  database: Knex,
  promises: Promises,
): Promise<string[]> {
  const wrong = [...promises.wrong];
  for (const [id, number] of promises.saved) {
    const response = await fetch(`${address}/api/documents/${id}`);
    const { body } = (await response.json()) as { body: { name: string } };
    // A later change may have been saved whose answer was lost.
    const found = Number(/^change (\d+)$/.exec(body.name)?.[1]);
    if (!(found >= number))
      wrong.push(`“${nameOf(number)}” was saved, and “${body.name}” is there.`);
  }
  for (const { media } of promises.pictures) {
    const { status } = await fetch(`${address}/api/media/${media}`, { method: 'HEAD' });
    if (status !== 200) wrong.push(`A picture that was taken is answered with ${status}.`);
  }
  wrong.push(...(await unfinishedFilms(database, promises)));
  const count = async (sql: string) =>
    Number(
      (await database.raw<{ rows: { n: string }[] }>(`select count(*) as n ${sql}`)).rows[0]!.n,
    );
  const orphans = await count(
    'from documents d where not exists (select 1 from documents p where p.id = d.production)',
  );
  if (orphans > 0) wrong.push(`${orphans} documents belong to no production.`);
  const doubled = await count(
    'from (select 1 from films group by id having count(*) > 1) as twice',
  );
  if (doubled > 0) wrong.push(`${doubled} films are there twice.`);
  const ordered = await count('from films');
  if (ordered < promises.films.size) wrong.push('A film that was ordered is gone.');
  return wrong;
}

async function unfinishedFilms(database: Knex, { films }: Promises): Promise<string[]> {
  const until = Date.now() + FILMS_WITHIN_MS;
  for (;;) {
    const rows = await database('films')
      .whereIn('id', [...films])
      .whereNot({ status: 'done' })
      .select<{ id: string; status: string; problem: string | null }[]>('id', 'status', 'problem');
    if (rows.length === 0) return [];
    if (Date.now() > until || rows.some(({ status }) => status === 'failed')) {
      return rows.map(({ status, problem }) => `A film is ${status}: ${problem ?? ''}`);
    }
    await setTimeout(500);
  }
}
