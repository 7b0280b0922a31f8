import sharp from 'sharp';
import { differences, type Patches } from '@cruvo/core/document';
import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { PosterStore } from './store';
import { testStudio } from '../testing/studio';
import { partsOf, withParts } from '@cruvo/core/character';

const studio = testStudio();
const client = new Client(studio);
let made: MadeProduction;
beforeAll(async () => {
  made = await makeProduction(studio);
});

const poster = (id: string, headers: Record<string, string> = {}) =>
  fetch(`${studio.address}/api/documents/${id}/poster`, { headers });
const kept = async () => Number((await studio.services.database('posters').count())[0]!['count']);
const save = (id: string, patches: Patches) =>
  client.send('PATCH', `/documents/${id}`, { patches }, { 'If-Match': '"1"' });
const characterId = () => made.scene.cast['member']!.character;

/** The colour in the middle of a picture. */
async function middleOf(response: Response): Promise<number[]> {
  const { data, info } = await sharp(Buffer.from(await response.arrayBuffer()))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const at = info.channels * (info.width * (info.height / 2) + info.width / 2);
  return [...data.subarray(at, at + 3)];
}

it('shows a scene as it stands before anybody speaks, and is painted once', async () => {
  const first = await poster(made.sceneId);
  expect(first.headers.get('content-type')).toBe('image/png');
  expect(await middleOf(first)).toEqual([255, 0, 0]);
  const before = await kept();
  const again = await poster(made.sceneId);
  expect(again.headers.get('etag')).toBe(first.headers.get('etag'));
  expect(await middleOf(again)).toEqual([255, 0, 0]);
  expect(await kept()).toBe(before);
});

it('is painted once for all who ask at the same time', async () => {
  const before = await kept();
  const answers = await Promise.all(Array.from({ length: 6 }, () => poster(characterId())));
  for (const answer of answers) expect(await middleOf(answer)).toEqual([255, 0, 0]);
  expect(await kept()).toBe(before + 1);
});

it('is not sent again as long as nothing changes', async () => {
  const tag = (await poster(made.sceneId)).headers.get('etag')!;
  const same = await poster(made.sceneId, { 'If-None-Match': tag });
  expect([same.status, (await same.arrayBuffer()).byteLength]).toEqual([304, 0]);
});

it('is another one after the scene, or a character in it, has changed', async () => {
  const tag = async () => (await poster(made.sceneId)).headers.get('etag');
  const first = await tag();
  const scene = { ...made.scene, stage: { ...made.scene.stage, background: '#102030' } };
  await save(made.sceneId, differences(made.scene, scene));
  const second = await tag();
  expect(second).not.toBe(first);
  const ids = partsOf(made.character).map(({ id }) => id);
  const unseen = withParts(made.character, ids, { hidden: true });
  await save(characterId(), differences(made.character, unseen));
  expect(await tag()).not.toBe(second);
});

it('shows a scene without the characters that are gone', async () => {
  await studio.services.database('documents').where({ id: characterId() }).delete();
  const response = await poster(made.sceneId);
  expect(await middleOf(response)).toEqual([0x10, 0x20, 0x30]);
});

it('is refused in a sentence for what has none', async () => {
  for (const id of [made.production, crypto.randomUUID(), 'nothing']) {
    const { status, body } = await client.send('GET', `/documents/${id}/poster`);
    expect([status, typeof body['detail']]).toEqual([404, 'string']);
  }
});

it('is gone with its document, also where that is deleted while it is painted', async () => {
  const other = await makeProduction(studio);
  const { bin, database, documents, media } = studio.services;
  const { png } = await new PosterStore(database, documents, media).find(other.sceneId);
  await bin.put(other.production);
  await bin.empty(0);
  await expect(png()).rejects.toThrow('This is no longer there.');
});
