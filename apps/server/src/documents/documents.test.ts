import { randomUUID } from 'node:crypto';
import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { startTestStudio, type TestStudio } from '../testing/studio';
import { REVISIONS_KEPT } from './store';

let studio: TestStudio;
let client: Client;
let made: MadeProduction;

beforeAll(async () => {
  studio = await startTestStudio();
  client = new Client(studio.address);
  made = await makeProduction(studio, client);
});
afterAll(() => studio.close());

const save = (revision: number, change: object) =>
  client.send(
    'PUT',
    `/documents/${made.sceneId}`,
    { ...made.scene, ...change },
    { 'If-Match': `"${revision}"` },
  );

describe('productions', () => {
  it('are listed with their scenes', async () => {
    const { body } = await client.send('GET', '/productions');
    expect(body).toEqual([
      expect.objectContaining({
        id: made.production,
        name: 'Test',
        scenes: [{ id: made.sceneId, name: 'Scene' }],
        characters: [{ id: made.scene.cast['member']!.character, name: 'Two' }],
      }),
    ]);
  });

  it('take in further documents, checked like any other', async () => {
    const add = (production: string, document: object) =>
      client.send('POST', `/productions/${production}/documents`, document);
    const scene = { id: randomUUID(), kind: 'scene', body: { ...made.scene, name: 'Second' } };
    expect((await add(made.production, scene)).status).toBe(201);
    const { body } = await client.send('GET', '/productions');
    const [production] = body as unknown as { scenes: { name: string }[] }[];
    expect(production!.scenes.map(({ name }) => name).sort()).toEqual(['Scene', 'Second']);

    const broken = { ...scene, id: randomUUID(), body: { ...made.scene, length: -1 } };
    expect((await add(made.production, broken)).status).toBe(422);
    expect((await add(randomUUID(), { ...scene, id: randomUUID() })).status).toBe(404);
    const inner = { schemaVersion: 2, name: 'Inner', pronunciations: [] };
    const nested = { id: randomUUID(), kind: 'production', body: inner };
    expect((await add(made.production, nested)).body['detail']).toMatch(/inside another one/);
    expect((await add(made.production, { ...scene, id: 'no' })).status).toBe(422);
  });

  it('are made whole or not at all', async () => {
    const id = randomUUID();
    const { status, body } = await client.send('POST', '/productions', {
      id,
      documents: [
        { id, kind: 'production', body: { schemaVersion: 2, name: 'Half', pronunciations: [] } },
        { id: randomUUID(), kind: 'scene', body: { ...made.scene, length: -1 } },
      ],
    });
    expect(status).toBe(422);
    expect(body['detail']).toMatch(/^This scene can’t be used: length/);
    expect((await client.send('GET', `/documents/${id}`)).status).toBe(404);
  });

  it('need a production document of their own', async () => {
    const documents = [{ id: randomUUID(), kind: 'scene', body: made.scene }];
    const { status } = await client.send('POST', '/productions', { id: randomUUID(), documents });
    expect(status).toBe(422);
  });

  it('can be deleted, with all that is in them', async () => {
    const other = await makeProduction(studio, client);
    expect((await client.send('DELETE', `/productions/${other.production}`)).status).toBe(204);
    expect((await client.send('GET', `/documents/${other.sceneId}`)).status).toBe(404);
    expect((await client.send('DELETE', `/productions/${other.production}`)).status).toBe(404);
  });
});

describe('documents', () => {
  it('carry their revision, and the next after each save', async () => {
    const first = await client.send('GET', `/documents/${made.sceneId}`);
    expect(first.headers.get('etag')).toBe('"1"');
    expect(first.body['body']).toEqual(made.scene);
    const saved = await save(1, { name: 'Second' });
    expect([saved.status, saved.headers.get('etag')]).toEqual([200, '"2"']);
  });

  it('are not overwritten by someone who saw an older revision', async () => {
    const refused = await save(1, { name: 'Too late' });
    expect(refused.status).toBe(409);
    expect(refused.headers.get('content-type')).toMatch('application/problem+json');
    expect(refused.body['current']).toMatchObject({ revision: 2, body: { name: 'Second' } });
    const now = await client.send('GET', `/documents/${made.sceneId}`);
    expect(now.body['body']).toMatchObject({ name: 'Second' });
  });

  it('are saved by only one of many who save at the same moment', async () => {
    const outcomes = await Promise.all(
      Array.from({ length: 8 }, (_, at) => save(2, { name: `Race ${at}` })),
    );
    expect(outcomes.map(({ status }) => status).sort()).toEqual([200, ...new Array(7).fill(409)]);
  });

  it('need If-Match', async () => {
    const { status, body } = await client.send('PUT', `/documents/${made.sceneId}`, made.scene);
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(/If-Match/)]);
  });

  it('are refused with the reason when they are wrong, and stay as they were', async () => {
    const { status, body } = await save(3, { frameRate: '26' });
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(/frameRate/)]);
    expect((await client.send('GET', `/documents/${made.sceneId}`)).body['revision']).toBe(3);
  });

  it('keep their last 50 revisions', async () => {
    for (let revision = 3; revision < 58; revision++)
      await save(revision, { name: `Name ${revision}` });
    const { body } = await client.send('GET', `/documents/${made.sceneId}/revisions`);
    const revisions = (body as unknown as { revision: number }[]).map(({ revision }) => revision);
    expect(revisions).toHaveLength(REVISIONS_KEPT);
    expect([revisions[0], revisions.at(-1)]).toEqual([58, 9]);
    const old = await client.send('GET', `/documents/${made.sceneId}/revisions/9`);
    expect(old.body['body']).toMatchObject({ name: 'Name 8' });
    expect((await client.send('GET', `/documents/${made.sceneId}/revisions/8`)).status).toBe(404);
  });

  it.each(['/documents/nonsense', `/documents/${randomUUID()}`, '/nothing'])(
    'are not found at %s',
    async (path) => {
      const { status, body } = await client.send('GET', path);
      expect([status, body['code']]).toEqual([404, 'not-found']);
    },
  );
});

describe('the guard', () => {
  it('keeps out other pages and other names', async () => {
    const foreign = await client.send('GET', '/productions', undefined, {
      Origin: 'http://example.invalid',
    });
    expect(foreign.status).toBe(422);
    const own = await client.send('GET', '/productions', undefined, { Origin: studio.address });
    expect(own.status).toBe(200);
  });

  it('answers broken JSON with a problem', async () => {
    const response = await fetch(`${studio.address}/api/productions`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{ no',
    });
    expect(response.status).toBe(400);
    expect(await response.json()).toMatchObject({ code: 'bad-input' });
  });
});

describe('while the database is away', () => {
  afterEach(() => studio.road.clear());

  it('says so, is not healthy, and goes on when it is back', async () => {
    const before = await client.send('GET', `/documents/${made.sceneId}`);
    expect((await client.send('GET', '/health')).body).toEqual({ ready: true });
    studio.road.block();
    const away = await save(Number(before.body['revision']), { name: 'While away' });
    expect([away.status, away.body['detail']]).toEqual([
      503,
      'The studio can’t reach its database just now.',
    ]);
    expect((await client.send('GET', '/health')).status).toBe(503);
    studio.road.clear();
    const back = await save(Number(before.body['revision']), { name: 'Back' });
    expect(back.status).toBe(200);
    expect((await client.send('GET', '/health')).status).toBe(200);
  });
});
