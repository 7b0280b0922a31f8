import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);
let made: MadeProduction;
let character: string;
beforeEach(async () => {
  made = await makeProduction(studio, 0.1);
  character = made.scene.cast['member']!.character;
});

const remove = async (id: string) => (await client.send('DELETE', `/documents/${id}`)).status;
const bringBack = async (id: string) =>
  (await client.send('POST', `/deleted/${id}/back`, {})).status;
const read = async (id: string) => (await client.send('GET', `/documents/${id}`)).status;
const deleted = async () => {
  const { body } = await client.send('GET', '/deleted');
  return (body as unknown as { id: string; production: string }[])
    .filter(({ production }) => production === made.production)
    .map(({ id }) => id);
};
const listed = async () => {
  const { body } = await client.send('GET', '/productions');
  return (body as unknown as { id: string; scenes: { id: string }[] }[]).find(
    ({ id }) => id === made.production,
  );
};
const addScene = async (name: string) => {
  const id = crypto.randomUUID();
  const document = { id, kind: 'scene', body: { ...made.scene, name } };
  await client.send('POST', `/productions/${made.production}/documents`, document);
  return id;
};

it('a production is gone with all that is in it, and comes back as it was', async () => {
  const before = await listed();
  expect(await remove(made.production)).toBe(204);
  expect([await read(made.production), await read(made.sceneId)]).toEqual([404, 404]);
  expect(await listed()).toBeUndefined();
  expect(await deleted()).toEqual([made.production]);
  expect(await remove(made.production)).toBe(404);
  expect(await bringBack(made.production)).toBe(204);
  expect(await read(made.sceneId)).toBe(200);
  expect(await listed()).toEqual(before);
  expect(await deleted()).toEqual([]);
});

it('nothing is saved in what was deleted, nor added to it', async () => {
  const patches = [{ op: 'replace', path: ['name'], value: 'Late' }];
  await remove(made.production);
  const saved = await client.send(
    'PATCH',
    `/documents/${made.sceneId}`,
    { patches },
    { 'If-Match': '"1"' },
  );
  expect(saved.status).toBe(404);
  expect(saved.body['detail']).toMatch(/no longer there/);
  await bringBack(made.production);
  await addScene('Early');
  expect((await listed())!.scenes).toHaveLength(2);
  await remove(made.production);
  await addScene('Late');
  await bringBack(made.production);
  expect((await listed())!.scenes).toHaveLength(2);
});

it('a scene is deleted by itself; a character that stands in one is not', async () => {
  const refused = await client.send('DELETE', `/documents/${character}`);
  expect([refused.status, refused.body['detail']]).toEqual([
    409,
    'Two stands in the scene “Scene”. Take it out there first.',
  ]);
  await remove(made.sceneId);
  expect(await remove(character)).toBe(204);
  expect(await deleted()).toEqual([character, made.sceneId]);
  // A scene that comes back brings those who stand in it.
  expect(await bringBack(made.sceneId)).toBe(204);
  expect([await read(made.sceneId), await read(character)]).toEqual([200, 200]);
});

it('a character that was deleted can’t come onto a stage', async () => {
  await remove(made.sceneId);
  await remove(character);
  const document = { id: crypto.randomUUID(), kind: 'scene', body: made.scene };
  const { status, body } = await client.send(
    'POST',
    `/productions/${made.production}/documents`,
    document,
  );
  expect([status, body['detail']]).toEqual([
    422,
    'A character of this scene is no longer there. Take it out of the cast.',
  ]);
});

it('what was deleted long ago is gone for good', async () => {
  await remove(made.sceneId);
  await studio.services.bin.empty(1);
  expect(await deleted()).toEqual([made.sceneId]);
  await studio.services.bin.empty(0);
  const { status, body } = await client.send('POST', `/deleted/${made.sceneId}/back`, {});
  expect([status, body['detail']]).toEqual([
    404,
    'This can’t be brought back any more: what is deleted is kept for 30 days.',
  ]);
});

it('scenes stand in the order that they are given; later ones after them', async () => {
  const [second, third] = [await addScene('Second'), await addScene('Third')];
  const order = async () => (await listed())!.scenes.map(({ id }) => id);
  expect(await order()).toEqual([made.sceneId, second, third]);
  const arrange = (ids: readonly string[]) =>
    client.send('PUT', `/productions/${made.production}/order`, { ids });
  expect((await arrange([third, made.sceneId, second])).status).toBe(204);
  expect(await order()).toEqual([third, made.sceneId, second]);
  const last = await addScene('Last');
  expect(await order()).toEqual([third, made.sceneId, second, last]);
  const other = await makeProduction(studio, 0.1);
  expect((await arrange([second, other.sceneId])).status).toBe(404);
  expect(await order()).toEqual([third, made.sceneId, second, last]);
});
