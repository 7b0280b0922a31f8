import { randomUUID } from 'node:crypto';
import { emptyProduction, SCENE_VERSION } from '@cruvo/core/scene';
import { FIXTURES } from '@cruvo/core/testing';
import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);
let made: MadeProduction;

beforeAll(async () => {
  made = await makeProduction(studio);
});

/** Saves other fields of the scene, changed from a revision. */
const save = (revision: number, change: object) =>
  patch(
    revision,
    Object.entries(change).map(([key, value]) => ({ op: 'replace', path: [key], value })),
  );
const patch = (revision: number, patches: unknown) =>
  client.send('PATCH', `/documents/${made.sceneId}`, { patches }, { 'If-Match': `"${revision}"` });

describe('productions', () => {
  it('are listed with their scenes', async () => {
    const { body } = await client.send('GET', '/productions');
    const savedAt = expect.stringMatching(/^20..-.*Z$/) as unknown;
    expect(body).toEqual([
      expect.objectContaining({
        id: made.production,
        name: 'Test',
        scenes: [{ id: made.sceneId, name: 'Scene', savedAt }],
        characters: [{ id: made.scene.cast['member']!.character, name: 'Two', savedAt }],
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
    const inner = emptyProduction('Inner');
    const nested = { id: randomUUID(), kind: 'production', body: inner };
    expect((await add(made.production, nested)).body['detail']).toMatch(/inside another one/);
    expect((await add(made.production, { ...scene, id: 'no' })).status).toBe(422);
  });

  it('are made whole or not at all', async () => {
    const id = randomUUID();
    const { status, body } = await client.send('POST', '/productions', {
      id,
      documents: [
        { id, kind: 'production', body: emptyProduction('Half') },
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
    const { status, body } = await client.send('PATCH', `/documents/${made.sceneId}`, {
      patches: [],
    });
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(/If-Match/)]);
  });

  it('are refused with the reason when they are wrong, and stay as they were', async () => {
    const { status, body } = await save(3, { frameRate: '26' });
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(/frameRate/)]);
    expect((await client.send('GET', `/documents/${made.sceneId}`)).body['revision']).toBe(3);
  });

  it.each([
    ['no patches', { path: 'lines' }, /patches/],
    [
      'into nothing',
      [{ op: 'replace', path: ['lines', 'lost', 'script'], value: '' }],
      /not there/,
    ],
    ['a forbidden key', [{ op: 'add', path: ['__proto__', 'x'], value: 1 }], /keys/],
    ['a row away that a line stands in', [{ op: 'remove', path: ['rows', 'member'] }], /in a row/],
  ])('refuse changes that are none: %s', async (_what, patches, sentence) => {
    const { status, body } = await patch(3, patches);
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(sentence)]);
    expect((await client.send('GET', `/documents/${made.sceneId}`)).body['revision']).toBe(3);
  });

  describe('changed in two windows from the same revision', () => {
    const script = (text: string) => [
      { op: 'replace', path: ['lines', 'line', 'script'], value: text },
    ];
    it('take both changes where they are of different records', async () => {
      expect((await save(3, { name: 'One window' })).status).toBe(200);
      const other = await patch(3, script('The other window.'));
      expect([other.status, other.body['revision']]).toEqual([200, 5]);
      expect(other.body['body']).toMatchObject({
        name: 'One window',
        lines: { line: { script: 'The other window.' } },
      });
    });
    it('take only the first where both changed the same record', async () => {
      expect((await patch(5, script('First.'))).status).toBe(200);
      const late = await patch(5, [
        { op: 'replace', path: ['lines', 'line', 'mood'], value: 'cross' },
      ]);
      expect(late.status).toBe(409);
      expect(late.body['current']).toMatchObject({ revision: 6 });
    });
    it('take only the first where it is no longer known what was changed since', async () => {
      await studio.services
        .database('document_revisions')
        .where({ document: made.sceneId, revision: 4 })
        .delete();
      expect((await save(4, { backdrop: null })).status).toBe(409);
    });
  });

  it('keep earlier versions, fewer the older they are', async () => {
    for (let revision = 6; revision < 70; revision++) {
      await save(revision, { name: `Name ${revision}` });
    }
    const { body } = await client.send('GET', `/documents/${made.sceneId}/revisions`);
    const revisions = (body as unknown as { revision: number }[]).map(({ revision }) => revision);
    expect(revisions.slice(0, 50)).toEqual(Array.from({ length: 50 }, (_, at) => 70 - at));
    expect(revisions.length).toBeLessThan(60);
    const old = await client.send('GET', `/documents/${made.sceneId}/revisions/30`);
    expect(old.body['body']).toMatchObject({ name: 'Name 29' });
    // One of each minute stays: which they are depends on when it was.
    const forgotten = [1, 2, 3, 4].find((revision) => !revisions.includes(revision))!;
    const gone = await client.send('GET', `/documents/${made.sceneId}/revisions/${forgotten}`);
    expect(gone.status).toBe(404);
  });

  it('of an older version are brought up to date wherever they are read', async () => {
    const old = FIXTURES.find(({ name }) => name === 'scene-4')!.body;
    await studio.services
      .database('documents')
      .where({ id: made.sceneId })
      .update({ body: JSON.stringify(old), revision: 90 });
    await studio.services
      .database('document_revisions')
      .insert({ document: made.sceneId, revision: 90, body: JSON.stringify(old) });
    const now = await client.send('GET', `/documents/${made.sceneId}`);
    expect(now.body['body']).toMatchObject({ schemaVersion: SCENE_VERSION });
    const earlier = await client.send('GET', `/documents/${made.sceneId}/revisions/90`);
    expect(earlier.body['body']).toEqual(now.body['body']);
    // Two windows that have it open change it without seeing each other.
    expect((await save(90, { name: 'Up to date' })).status).toBe(200);
    const other = await patch(90, [
      { op: 'replace', path: ['lines', 'line', 'script'], value: 'New.' },
    ]);
    expect(other.body['body']).toMatchObject({ name: 'Up to date', length: 2_940_000_000 });
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

describe('a save that asks for no more than the revision', () => {
  const save = (revision: number, path: readonly string[], value: string) =>
    client.send(
      'PATCH',
      `/documents/${made.sceneId}`,
      { patches: [{ op: 'replace', path, value }] },
      { 'If-Match': `"${revision}"`, Prefer: 'return=minimal' },
    );

  it('is told it, and the document where others have changed it meanwhile', async () => {
    const { body } = await client.send('GET', `/documents/${made.sceneId}`);
    const revision = Number(body['revision']);
    const first = await save(revision, ['name'], 'Fog');
    expect([first.status, first.headers.get('ETag')]).toEqual([204, `"${revision + 1}"`]);
    const late = await save(revision, ['lines', 'line', 'script'], 'Late.');
    expect(late.status).toBe(200);
    expect(late.body).toMatchObject({ revision: revision + 2, body: { name: 'Fog' } });
  });
});
