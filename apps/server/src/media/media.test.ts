import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { readFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import fc from 'fast-check';
import { Problem } from '@cruvo/core/problem';
import { createApp } from '../app';
import { svg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { Client } from '../testing/requests';
import { testStudio } from '../testing/studio';
import type { MediaIntake } from './intake';
import { CHUNK_BYTES } from './store';
import { toFlicks } from '@cruvo/core/time';
import { readTrack, writeTrack, type Viseme } from '@cruvo/core/speech';
import { readRecording, writeRecording } from '@cruvo/core/passes';
import { testTrack } from '@cruvo/core/testing';
import { createHash } from 'node:crypto';

const studio = testStudio();
const client = new Client(studio);
const folder = testFolder();

const countMedia = async () =>
  Number((await studio.services.database('media').count({ n: '*' }))[0]!['n']);

describe('media', () => {
  const content = randomBytes(2 * CHUNK_BYTES + 12_345);
  let hash: string;
  beforeAll(async () => {
    hash = await studio.services.media.writeBytes(content, 'video/mp4');
  });
  const fetchMedia = (range?: string) =>
    fetch(`${studio.address}/api/media/${hash}`, range ? { headers: { Range: range } } : {});

  it('come out as they went in', async () => {
    const response = await fetchMedia();
    expect(response.headers.get('content-length')).toBe(String(content.length));
    expect(Buffer.from(await response.arrayBuffer()).equals(content)).toBe(true);
  });

  it('are kept once, however often they come', async () => {
    const before = await countMedia();
    expect(await studio.services.media.writeBytes(content, 'video/mp4')).toBe(hash);
    expect(await countMedia()).toBe(before);
  });

  it('can be read in any stretch', async () => {
    const offset = fc.nat({ max: content.length - 1 });
    await fc.assert(
      fc.asyncProperty(offset, offset, async (a, b) => {
        const [first, last] = [Math.min(a, b), Math.max(a, b)];
        const response = await fetchMedia(`bytes=${first}-${last}`);
        expect(response.status).toBe(206);
        expect(response.headers.get('content-range')).toBe(
          `bytes ${first}-${last}/${content.length}`,
        );
        const bytes = Buffer.from(await response.arrayBuffer());
        expect(bytes.equals(content.subarray(first, last + 1))).toBe(true);
      }),
      { numRuns: 25 },
    );
  });

  it('know the ends of a file', async () => {
    const tail = Buffer.from(await (await fetchMedia('bytes=-100')).arrayBuffer());
    expect(tail.equals(content.subarray(-100))).toBe(true);
    expect((await fetchMedia(`bytes=${content.length}-`)).status).toBe(416);
  });

  it.each([
    ['more than there is, from its end', { Range: 'bytes=-99999999' }, 206, content.length],
    ['another unit', { Range: 'items=0-5' }, 200, content.length],
    ['something that is no range', { Range: 'bytes=x-y' }, 200, content.length],
    ['nothing of it', { Range: 'bytes=-0' }, 416, 0],
    [
      'several stretches, which are answered with all',
      { Range: 'bytes=0-1,5-9' },
      200,
      content.length,
    ],
    ['a stretch of what it knows', { Range: 'bytes=0-9', 'If-Range': 'ITS' }, 206, 10],
    [
      'a stretch of something older',
      { Range: 'bytes=0-9', 'If-Range': '"x"' },
      200,
      content.length,
    ],
    ['what it has already', { 'If-None-Match': 'ITS' }, 304, 0],
    ['what it has already, among others', { 'If-None-Match': '"x", ITS' }, 304, 0],
    ['what it has not', { 'If-None-Match': '"x"' }, 200, content.length],
  ])('answer whoever asks for %s', async (_, headers, status, length) => {
    const known = Object.fromEntries(
      Object.entries(headers).map(([key, value]) => [key, value.replace('ITS', `"${hash}"`)]),
    );
    const response = await fetch(`${studio.address}/api/media/${hash}`, { headers: known });
    expect(response.status).toBe(status);
    expect((await response.arrayBuffer()).byteLength).toBe(length);
  });

  it.each(['f'.repeat(64), 'nonsense'])('are not found under %s', async (name) => {
    expect((await fetch(`${studio.address}/api/media/${name}`)).status).toBe(404);
  });
});

describe('voices', () => {
  it('are checked, converted and stored with their original', async () => {
    const path = wav(folder, 'good évening.wav', 1.5, toneIn([0.2, 1]));
    const { status, body } = await client.upload('voices', path);
    expect(status).toBe(201);
    expect(body).toMatchObject({
      name: 'good évening.wav',
      duration: toFlicks(1.5),
      sampleRate: 48_000,
      channels: 1,
    });
    const original = await studio.services.media.readAll(String(body['original']));
    expect(original.equals(await readFile(path))).toBe(true);
    expect((await studio.services.media.info(String(body['working']))).size).toBe(
      44 + 1.5 * 96_000,
    );
    expect((await studio.services.media.info(String(body['peaks']))).size).toBe(1200);
  });

  it.each([
    ['text.wav', 'Good evening.', /not a sound/],
    ['empty.wav', '', /is empty/],
  ])('are refused as %s, and nothing is stored', async (name, content, sentence) => {
    const before = await countMedia();
    const { status, body } = await client.upload('voices', write(folder, name, content));
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(sentence)]);
    expect(await countMedia()).toBe(before);
  });

  it('need a name', async () => {
    const response = await fetch(`${studio.address}/api/media/voices`, {
      method: 'POST',
      body: 'x',
    });
    expect(await response.json()).toMatchObject({
      status: 422,
      detail: expect.stringMatching(/X-File-Name/),
    });
  });
});

describe('more files than can wait', () => {
  it.each(['/media/voices', '/artwork'])('are told to come again: %s', async (path) => {
    const busy = Object.assign(Object.create(studio.services.intake) as MediaIntake, {
      take: () => Promise.reject(new Problem('busy', 'The studio is busy.')),
    });
    const server = createApp({ ...studio.services, intake: busy }, '').listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    const answer = await fetch(`http://127.0.0.1:${port}/api${path}`, {
      method: 'POST',
      headers: { 'X-File-Name': 'a' },
      body: 'x',
    });
    server.close();
    expect(answer.status).toBe(503);
    expect(Number(answer.headers.get('retry-after'))).toBeGreaterThan(0);
    expect(await answer.json()).toMatchObject({ code: 'busy', detail: 'The studio is busy.' });
  });
});

describe('pictures', () => {
  it('are stored as a working picture, with their original', async () => {
    const { status, body } = await client.upload(
      'pictures',
      write(folder, 'a.svg', svg(4000, 2000)),
    );
    expect([status, body['width'], body['height']]).toEqual([201, 2048, 1024]);
    expect((await studio.services.media.info(String(body['media']))).type).toBe('image/png');
  });

  it('are refused with a script in them, and nothing is stored', async () => {
    const before = await countMedia();
    const { status, body } = await client.upload(
      'pictures',
      write(folder, 'b.svg', svg(9, 9, '<script/>')),
    );
    expect([status, body['detail']]).toEqual([
      422,
      expect.stringMatching(/“b.svg” contains a <script>/),
    ]);
    expect(await countMedia()).toBe(before);
  });
});

describe('tracks', () => {
  const send = async (bytes: Uint8Array<ArrayBuffer> | string) => {
    const body = { method: 'POST', body: bytes };
    const response = await fetch(`${studio.address}/api/tracks`, body);
    return { status: response.status, body: (await response.json()) as Record<string, string> };
  };
  const read = async (id: string) => {
    const response = await fetch(`${studio.address}/api/tracks/${id}`);
    return new Uint8Array(await response.arrayBuffer());
  };
  const track = testTrack([0, 0.5], [10, 0.5, 'ah']);
  it('are known by their content', async () => {
    const bytes = writeTrack(track);
    const [first, second] = [await send(bytes), await send(bytes)];
    expect([first.status, second.body]).toEqual([201, first.body]);
    expect(readTrack(await read(first.body['id']!))).toEqual(track);
  });
  it('may be what a pass recorded, which is refused where it is damaged', async () => {
    const recording = {
      duration: 2,
      channels: [{ control: 'a', times: Float32Array.of(0, 1), values: Float32Array.of(3, 4) }],
    };
    const bytes = writeRecording(recording);
    const { status, body } = await send(bytes);
    expect(status).toBe(201);
    expect(readRecording(await read(body['id']!))).toEqual(recording);
    const late = { ...recording, duration: 0.5 };
    const refused = await send(writeRecording(late));
    expect([refused.status, refused.body['detail']]).toEqual([
      422,
      expect.stringMatching(/^This take can’t be used/),
    ]);
  });
  it('of an older Cruvo are taken as they are, and can be read', async () => {
    const old = {
      ...{ version: 1, duration: 1, loudness: { rate: 100, values: [-60] } },
      sounds: [{ start: 0, end: 1, viseme: 0, phone: null, word: null, confidence: 0.5 }],
    };
    const text = JSON.stringify(old);
    const { body } = await send(text);
    expect(body['id']).toBe(createHash('sha256').update(text).digest('hex'));
    expect((await studio.services.tracks.readBytes(body['id']!).then(readTrack)).duration).toBe(1);
  });
  it('are refused when they are none', async () => {
    const ends = { ...track, sounds: [{ ...track.sounds[0]!, viseme: 99 as Viseme }] };
    const wrong = await send(writeTrack(ends));
    expect([wrong.status, wrong.body['detail']]).toEqual([422, expect.stringMatching(/viseme 99/)]);
    expect((await send('{')).status).toBe(422);
  });
});
