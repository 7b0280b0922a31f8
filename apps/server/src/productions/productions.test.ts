import { randomUUID } from 'node:crypto';
import { unzipSync, zipSync, strFromU8, strToU8 } from 'fflate';
import { isOfKind, referencesOfAll } from '@cruvo/core/document';
import { writeRecording } from '@cruvo/core/passes';
import { emptyScene, type Scene } from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import { testTrack } from '@cruvo/core/testing';
import { makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
let made: MadeProduction;
/** The production with a track, and a second scene that comes first. */
let file: Uint8Array;

beforeAll(async () => {
  const { documents, tracks } = studio.services;
  made = await makeProduction(studio, 0.1);
  const track = await tracks.write(writeTrack(testTrack([0, 0.05], [10, 0.05])));
  await documents.patch(made.sceneId, 1, [
    { op: 'replace', path: ['lines', 'line', 'track'], value: track },
  ]);
  const second = randomUUID();
  await documents.add(made.production, {
    ...{ id: second, kind: 'scene' },
    body: emptyScene('Fog / Ω'),
  });
  await documents.arrange(made.production, [second, made.sceneId]);
  const response = await fetch(`${studio.address}/api/productions/${made.production}/file`);
  expect(response.headers.get('Content-Disposition')).toContain('Test.production.zip');
  file = new Uint8Array(await response.arrayBuffer());
});

interface Answer {
  readonly production?: { readonly id: string; readonly name: string };
  readonly problem?: { readonly code: string; readonly detail: string };
}

async function bringBack(body: Uint8Array): Promise<Answer> {
  const response = await fetch(`${studio.address}/api/productions/file`, {
    method: 'POST',
    headers: { 'X-File-Name': 'test.production.zip' },
    body: body as BodyInit,
  });
  return JSON.parse((await response.text()).trim().split('\n').at(-1)!) as Answer;
}

describe('a production as a file', () => {
  it('holds its documents as JSON under their names, and all that they need', () => {
    const entries = unzipSync(file);
    const names = Object.keys(entries);
    expect(names.slice(0, 5)).toEqual([
      'production.json',
      'productions/Test.json',
      'scenes/Fog Ω.json',
      'scenes/Scene.json',
      'characters/Two.json',
    ]);
    expect(JSON.parse(strFromU8(entries['scenes/Scene.json']!))).toMatchObject({ name: 'Scene' });
    expect(names.filter((name) => /^media\/[0-9a-f]{64}\.png$/.test(name))).toHaveLength(2);
    expect(names.filter((name) => /^media\/[0-9a-f]{64}\.wav$/.test(name))).toHaveLength(1);
    expect(names.filter((name) => name.endsWith('.sounds.safetensors'))).toHaveLength(1);
  });
  it('comes back beside the one that is there, the same but for its name and ids', async () => {
    const { production } = await bringBack(file);
    expect(production).toMatchObject({ name: 'Test 2' });
    const { documents } = studio.services;
    const [before, after] = [
      await documents.production(made.production),
      await documents.production(production!.id),
    ];
    const names = after.map(({ kind, body }) => [kind, body.name]);
    expect(names).toEqual([
      ['production', 'Test 2'],
      ['scene', 'Fog / Ω'],
      ['scene', 'Scene'],
      ['character', 'Two'],
    ]);
    const ids = new Set(before.map(({ id }) => id));
    expect(after.some(({ id }) => ids.has(id))).toBe(false);
    const scene = after.find((one) => isOfKind(one, 'scene') && one.body.name === 'Scene');
    const { cast, ...rest } = scene!.body as Scene;
    expect(cast['member']!.character).toBe(after.at(-1)!.id);
    const { cast: ownCast, ...own } = before[2]!.body as Scene;
    expect(rest).toEqual(own);
    expect({ ...ownCast['member'], character: '' }).toEqual({ ...cast['member'], character: '' });
    expect(referencesOfAll(after).media).toEqual(referencesOfAll(before).media);
  });
  it('brings back pictures, sounds and tracks that the studio no longer has', async () => {
    const { database, documents, media, tracks } = studio.services;
    const { media: wanted, tracks: heard } = referencesOfAll(
      await documents.production(made.production),
    );
    await database('media').delete();
    await database('tracks').delete();
    const { production } = await bringBack(file);
    expect(production).toBeDefined();
    for (const [hash, type] of wanted) {
      expect((await media.info(hash)).type).toBe(type ?? 'application/octet-stream');
    }
    for (const hash of heard) expect((await tracks.readBytes(hash)).length).toBeGreaterThan(0);
  });
  const TAKE = writeRecording({
    duration: 1,
    channels: [
      { control: 'mouth/open', times: new Float32Array([0]), values: new Float32Array([1]) },
    ],
  });
  it.each<[string, (entries: Record<string, Uint8Array>) => void, RegExp]>([
    [
      'no list of what is in it',
      (entries) => delete entries['production.json'],
      /“test\.production\.zip” holds no production, or is damaged/,
    ],
    [
      'a newer version',
      (entries) => {
        const said = JSON.parse(strFromU8(entries['production.json']!)) as object;
        entries['production.json'] = strToU8(JSON.stringify({ ...said, version: 2 }));
      },
      /was carried away by a newer Cruvo/,
    ],
    [
      'a document gone',
      (entries) => delete entries['scenes/Scene.json'],
      /can’t be read\. .*Carry it away again/,
    ],
    [
      'a scene that can’t be one',
      (entries) => (entries['scenes/Scene.json'] = strToU8('{"schemaVersion":1}')),
      /can’t be read\. .*Carry it away again/,
    ],
    [
      'a character gone',
      (entries) => {
        const said = JSON.parse(strFromU8(entries['production.json']!)) as {
          documents: { kind: string }[];
        };
        const documents = said.documents.filter(({ kind }) => kind !== 'character');
        entries['production.json'] = strToU8(JSON.stringify({ ...said, documents }));
      },
      /A character of the scene “Scene” is missing/,
    ],
    [
      'a picture gone',
      (entries) => delete entries[Object.keys(entries).find((name) => name.endsWith('.png'))!],
      /A picture, voice or take is missing from “test\.production\.zip”/,
    ],
    [
      'a sound that was changed',
      (entries) => {
        const name = Object.keys(entries).find((one) => one.endsWith('.wav'))!;
        entries[name] = entries[name]!.map((byte, at) => (at === 100 ? byte ^ 1 : byte));
      },
      /“test\.production\.zip” is damaged or cut off/,
    ],
    [
      'a take in place of what was heard',
      (entries) => (entries[Object.keys(entries).find((one) => one.includes('tracks/'))!] = TAKE),
      /“test\.production\.zip” is damaged or cut off/,
    ],
  ])('with %s is refused, and nothing is stored', async (_, change, sentence) => {
    const count = async () => {
      const { database } = studio.services;
      const rows = await Promise.all(
        ['documents', 'media', 'tracks'].map((table) => database(table).count()),
      );
      return JSON.stringify(rows);
    };
    const before = await count();
    const entries = unzipSync(file);
    change(entries);
    const { problem } = await bringBack(zipSync(entries));
    expect(problem!.detail).toMatch(sentence);
    expect(await count()).toBe(before);
  });
  it('that is cut off is refused', async () => {
    const { problem } = await bringBack(file.subarray(0, file.length / 2));
    expect(problem).toMatchObject({ code: 'bad-input' });
  });
});
