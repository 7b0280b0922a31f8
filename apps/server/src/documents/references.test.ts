import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import { plainLayer } from '@cruvo/core/character';
import { backdropOf, emptyProduction } from '@cruvo/core/scene';
import { collectGarbage } from '../media/garbage';
import { Client, makeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);

const count = async (table: string, where: object = {}) =>
  Number((await studio.services.database(table).where(where).count('* as n'))[0]!['n']);
const waitingForLocks = async () =>
  Number(
    (await studio.services.database('pg_locks').where({ granted: false }).count('* as n'))[0]!['n'],
  );
async function until(reached: () => Promise<boolean>): Promise<void> {
  for (let attempt = 0; attempt < 200; attempt++) {
    if (await reached()) return;
    await setTimeout(20);
  }
  throw new Error('It never came to that.');
}
const renamed = (name: string) => ({ patches: [{ op: 'replace', path: ['name'], value: name }] });

describe('what nobody needs', () => {
  it('is removed with its production, after a time of grace', async () => {
    const { database } = studio.services;
    const before = await count('media');
    const made = await makeProduction(studio, 0.1);
    const added = (await count('media')) - before;
    expect(added).toBeGreaterThan(3);
    await collectGarbage(database, 0);
    expect(await count('media')).toBe(before + added);
    await client.send('DELETE', `/documents/${made.production}`);
    await collectGarbage(database, 0);
    expect(await count('media')).toBe(before + added);
    await studio.services.bin.empty(0);
    expect(await count('documents', { production: made.production })).toBe(0);
    await collectGarbage(database, 1);
    expect(await count('media')).toBe(before + added);
    await collectGarbage(database, 0);
    expect(await count('media')).toBe(before);
    expect(await count('media_chunks')).toBe(before);
  });

  it('stays as long as an earlier version or a film needs it', async () => {
    const { database } = studio.services;
    const made = await makeProduction(studio, 0.1);
    const { working } = made.scene.lines['line']!.voice!;
    const { revision } = await studio.services.documents.read(made.sceneId);
    const silent = [
      { op: 'replace', path: ['lines'], value: {} },
      { op: 'replace', path: ['rows'], value: {} },
    ];
    const saved = await client.send(
      'PATCH',
      `/documents/${made.sceneId}`,
      { patches: silent },
      { 'If-Match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    await collectGarbage(database, 0);
    expect(await count('media', { hash: working })).toBe(1);
    await database('document_revisions').where({ document: made.sceneId, revision }).delete();
    await collectGarbage(database, 0);
    expect(await count('media', { hash: working })).toBe(0);
  });

  it('is needed again from the moment a document refers to it', async () => {
    const { database, media, documents } = studio.services;
    const made = await makeProduction(studio, 0.1);
    const png = Buffer.from('a picture that nobody needs yet');
    const hash = await media.writeBytes(png, 'image/png');
    await database('media')
      .where({ hash })
      .update({ unreferenced_since: database.raw("now() - interval '9 days'") });
    const drawing = { kind: 'raster', media: hash, x: 0, y: 0, width: 9, height: 9 } as const;
    const artwork = {
      width: 9,
      height: 9,
      notes: [],
      flat: null,
      layers: [plainLayer('Fog', drawing)],
    };
    const backdrop = backdropOf('Fog', artwork, made.scene.stage);
    const { revision } = await documents.read(made.sceneId);
    // A save that is under way while garbage is collected: what it needs waits for it, and stays.
    let collecting = Promise.resolve();
    await database.transaction(async (transaction) => {
      await transaction('media').where({ hash }).update({ unreferenced_since: null });
      collecting = collectGarbage(database);
      await until(async () => (await waitingForLocks()) > 0);
    });
    await collecting;
    const saved = await client.send(
      'PATCH',
      `/documents/${made.sceneId}`,
      { patches: [{ op: 'replace', path: ['backdrop'], value: backdrop }] },
      { 'If-Match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    await collectGarbage(database, 0);
    expect((await media.readAll(hash)).equals(png)).toBe(true);
  });

  it('leaves no document behind that is added to a production while it is deleted', async () => {
    const made = await makeProduction(studio, 0.1);
    const scenes = Array.from({ length: 8 }, () => ({
      id: randomUUID(),
      kind: 'scene',
      body: { ...made.scene, name: 'late' },
    }));
    const add = (document: object) =>
      client.send('POST', `/productions/${made.production}/documents`, document);
    const adding = scenes.map(add);
    const deleting = client.send('DELETE', `/documents/${made.production}`);
    const statuses = (await Promise.all(adding)).map(({ status }) => status);
    expect((await deleting).status).toBe(204);
    expect(statuses.every((status) => [201, 404, 422].includes(status))).toBe(true);
    await studio.services.bin.empty(0);
    expect(await count('documents', { production: made.production })).toBe(0);
  });
});

describe('a request that is sent again', () => {
  it('gives the same answer, and does nothing twice', async () => {
    const made = await makeProduction(studio, 0.1);
    const settings = { width: 64, height: 64, frameRate: '24', background: '#000000' };
    const order = (key: string, width = 64) =>
      client.send(
        'POST',
        '/films',
        { scene: made.sceneId, settings: { ...settings, width } },
        { 'Idempotency-Key': key },
      );
    const first = await order('one');
    const again = await order('one');
    expect([again.status, again.body]).toEqual([first.status, first.body]);
    expect((await order('two')).body['id']).not.toBe(first.body['id']);
    // What was made under a key is found like anything else.
    const cancelled = await client.send('POST', `/films/${String(first.body['id'])}/cancel`, {});
    expect(cancelled).toMatchObject({ status: 200, body: { status: 'cancelled' } });
    expect(await count('films', { production: made.production })).toBe(2);
    const other = await order('one', 128);
    expect([other.status, other.body['code']]).toEqual([409, 'conflict']);
  });

  it('is answered though the first answer was lost with the server', async () => {
    const made = await makeProduction(studio, 0.1);
    const body = {
      scene: made.sceneId,
      settings: { width: 64, height: 64, frameRate: '24', background: '#000000' },
    };
    const order = () => client.send('POST', '/films', body, { 'Idempotency-Key': 'lost' });
    const first = await order();
    const { database } = studio.services;
    await database('requests').update({ status: null, answer: null });
    expect(await order()).toMatchObject({ status: 503, body: { code: 'busy' } });
    await database('requests').update({ created_at: new Date(0) });
    const again = await order();
    expect([again.status, again.body['id']]).toEqual([201, first.body['id']]);
    expect(await count('films', { production: made.production })).toBe(1);
  });

  it('is tried anew where it failed', async () => {
    const missing = { scene: randomUUID(), settings: {} };
    const order = () => client.send('POST', '/films', missing, { 'Idempotency-Key': 'bad' });
    expect((await order()).status).toBe(422);
    expect((await order()).status).toBe(422);
  });

  it('makes a production once', async () => {
    const id = randomUUID();
    const body = emptyProduction('Once');
    const make = (name = 'Once') =>
      client.send('POST', '/productions', {
        id,
        documents: [{ id, kind: 'production', body: { ...body, name } }],
      });
    expect([(await make()).status, (await make()).status]).toEqual([201, 201]);
    expect((await make('Another')).status).toBe(409);
    expect(await count('documents', { id })).toBe(1);
    expect(await count('document_revisions', { document: id })).toBe(1);
  });
});

describe('a save whose answer was lost', () => {
  it('is not somebody else’s for the window that sent it', async () => {
    const made = await makeProduction(studio, 0.1);
    const { revision } = await studio.services.documents.read(made.sceneId);
    const window = randomUUID();
    const save = (name: string, by: string, match = revision) =>
      client.send('PATCH', `/documents/${made.sceneId}`, renamed(name), {
        'If-Match': `"${match}"`,
        'X-Window': by,
      });
    expect((await save('one', window)).status).toBe(200);
    expect((await save('two', randomUUID())).status).toBe(409);
    const own = await save('two', window);
    expect(own).toMatchObject({ status: 200, body: { body: { name: 'two' } } });
    expect((await save('three', randomUUID(), revision + 2)).status).toBe(200);
    expect((await save('four', window)).status).toBe(409);
  });
});

describe('bodies that were stored before they were checked', () => {
  it('don’t keep a list from being shown', async () => {
    const made = await makeProduction(studio, 0.1);
    await studio.services
      .database('documents')
      .where({ id: made.sceneId })
      .update({ body: JSON.stringify({ name: 'Broken', schemaVersion: 99 }) });
    const { status, body } = await client.send('GET', '/productions');
    expect(status).toBe(200);
    expect(JSON.stringify(body)).toContain('Broken');
  });
});
