import { randomBytes, randomUUID } from 'node:crypto';
import pg from 'pg';
import { connect, isReady, migrate, type Database } from './connect';

const adminUrl = process.env['CRUVO_DATABASE_URL']!;
const name = `test_${randomBytes(6).toString('hex')}`;
let database: Database;

async function asAdmin(command: string): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl });
  await client.connect();
  await client.query(command);
  await client.end();
}

beforeAll(async () => {
  await asAdmin(`create database ${name}`);
  const url = new URL(adminUrl);
  url.pathname = `/${name}`;
  database = connect(url.href);
});
afterAll(async () => {
  await database.destroy();
  await asAdmin(`drop database ${name} with (force)`);
});

const HASH = (digit: string) => digit.repeat(64);
const owner = 'studio';
const [production, scene, lost] = [randomUUID(), randomUUID(), randomUUID()];

describe('a database of the version before references were known', () => {
  beforeAll(async () => {
    for (let step = 0; step < 3; step++) await database.migrate.up();
    const body = { name: 'Fog', lines: [{ working: HASH('a'), track: HASH('b') }] };
    const document = (id: string, kind: string, within: string) => ({
      ...{ id, kind, production: within, owner, revision: 1 },
      body: JSON.stringify(kind === 'scene' ? body : { name: 'Saltmarsh' }),
    });
    await database('documents').insert([
      document(production, 'production', production),
      document(scene, 'scene', production),
      // Added to a production while that was deleted.
      document(lost, 'scene', randomUUID()),
    ]);
    await database('document_revisions').insert(
      [scene, lost].map((id) => ({ document: id, revision: 1, body: JSON.stringify(body) })),
    );
    const film = (within: string) => ({
      ...{ id: randomUUID(), production: within, scene, owner, name: 'x', status: 'waiting' },
      ...{ settings: '{}', material: JSON.stringify({ scene: { backdrop: HASH('c') } }) },
    });
    await database('films').insert([film(production), film(randomUUID())]);
    expect(await isReady(database)).toBe(false);
    await migrate(database);
  });

  it('is ready afterwards, with what nobody could reach gone', async () => {
    expect(await isReady(database)).toBe(true);
    const ids = (await database('documents').select<{ id: string }[]>('id')).map(({ id }) => id);
    expect(ids.sort()).toEqual([production, scene].sort());
    expect(await database('films').select('production')).toEqual([{ production }]);
  });

  it('knows names, and what each revision and each film refers to', async () => {
    expect(await database('documents').where({ id: scene }).first('name')).toEqual({ name: 'Fog' });
    const [revision] = await database('document_revisions').select<{ refs: string[] }[]>('refs');
    expect(revision!.refs.sort()).toEqual([HASH('a'), HASH('b')]);
    expect(await database('films').first('refs')).toEqual({ refs: [HASH('c')] });
  });

  it('lets nothing stand in a production that is not there', async () => {
    const stray = { id: randomUUID(), kind: 'scene', production: randomUUID(), owner, revision: 1 };
    await expect(database('documents').insert({ ...stray, body: '{}' })).rejects.toMatchObject({
      code: '23503',
    });
    await database('documents').where({ id: production }).delete();
    expect(await database('documents').select('id')).toEqual([]);
    expect(await database('films').select('id')).toEqual([]);
  });

  it('can be taken back', async () => {
    await database.migrate.down();
    expect(await isReady(connectAgain())).toBe(false);
    await database.migrate.latest();
  });
});

/** Without what is remembered of a database that had all its tables once. */
function connectAgain(): Database {
  const again = connect(Object.assign(new URL(adminUrl), { pathname: `/${name}` }).href);
  opened.push(again);
  return again;
}
const opened: Database[] = [];
afterEach(async () => {
  for (const one of opened.splice(0)) await one.destroy();
});
