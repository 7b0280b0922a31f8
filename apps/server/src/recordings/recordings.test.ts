import { randomUUID } from 'node:crypto';
import { readWavHeader } from '@cruvo/core/formats';
import type { Voice } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { Client } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);
const RATE = 48_000;

/** Half a second of a tone, as a piece of a recording. */
function piece(pitch = 200, seconds = 0.5): Buffer {
  const samples = Int16Array.from({ length: seconds * RATE }, (_, at) =>
    Math.round(8000 * Math.sin((2 * Math.PI * pitch * at) / RATE)),
  );
  return Buffer.from(samples.buffer);
}

const put = (id: string, position: number | string, body: Buffer) =>
  fetch(`${studio.address}/api/recordings/${id}/pieces/${position}`, {
    method: 'PUT',
    body: new Uint8Array(body),
  });

async function begun(scene: string = randomUUID(), name = 'Take'): Promise<string> {
  const id = randomUUID();
  const { status } = await client.send('POST', '/recordings', {
    id,
    scene,
    name,
    sampleRate: RATE,
  });
  expect(status).toBe(201);
  return id;
}
const voiceOf = (id: string) => client.send('POST', `/recordings/${id}/voice`, {});
const listed = async (scene: string) =>
  (await client.send('GET', `/scenes/${scene}/recordings`)).body as unknown as {
    duration: number;
  }[];

describe('a recording', () => {
  it('becomes a voice of all its pieces in their order, however they came', async () => {
    const scene = randomUUID();
    const id = await begun(scene, 'Isbel, take 2');
    for (const position of [1, 0, 2, 1]) {
      expect((await put(id, position, piece(200 * (position + 1)))).status).toBe(204);
    }
    expect(await listed(scene)).toMatchObject([{ id, name: 'Isbel, take 2', duration: 1.5 }]);
    const { status, body } = await voiceOf(id);
    expect(status).toBe(201);
    const voice = body['voice'] as Voice;
    expect(toSeconds(voice.duration)).toBeCloseTo(1.5, 3);
    expect(voice.name).toBe('Isbel, take 2.wav');
    const bytes = await studio.services.media.readAll(voice.working);
    const { dataStart } = readWavHeader(bytes);
    const expected = Buffer.concat([piece(200), piece(400), piece(600)]);
    expect(bytes.subarray(dataStart).equals(expected)).toBe(true);
  });

  it('is there until it is deleted, and its voice can be asked for again', async () => {
    const scene = randomUUID();
    const id = await begun(scene);
    await put(id, 0, piece());
    const [first, second] = [await voiceOf(id), await voiceOf(id)];
    expect(second.body).toEqual(first.body);
    expect((await client.send('DELETE', `/recordings/${id}`)).status).toBe(204);
    expect(await listed(scene)).toEqual([]);
    expect((await voiceOf(id)).status).toBe(404);
    expect(await studio.services.database('recording_pieces').where({ recording: id })).toEqual([]);
  });

  it('goes as far as nothing is missing', async () => {
    const id = await begun();
    for (const position of [0, 1, 3]) await put(id, position, piece());
    const { body } = await voiceOf(id);
    expect(toSeconds((body['voice'] as Voice).duration)).toBeCloseTo(1, 3);
  });

  it('is refused in a sentence where it can’t be', async () => {
    const id = await begun();
    const { status, body } = await voiceOf(id);
    expect([status, body['detail']]).toEqual([422, expect.stringMatching(/^Nothing was recorded/)]);
    expect((await put(id, 0, Buffer.alloc(3))).status).toBe(422);
    expect((await put(id, 'x', piece())).status).toBe(422);
    expect((await put(id, -1, piece())).status).toBe(422);
    expect((await put(randomUUID(), 0, piece())).status).toBe(404);
    const wrong = { id: randomUUID(), scene: randomUUID(), name: ' ', sampleRate: 1 };
    expect((await client.send('POST', '/recordings', wrong)).status).toBe(422);
    expect((await client.send('GET', '/scenes/x/recordings')).status).toBe(404);
  });

  it('is kept for a month where nobody comes back for it', async () => {
    const scene = randomUUID();
    const { recordings, database } = studio.services;
    const [old, young] = [await begun(scene), await begun(scene)];
    await database('recordings')
      .where({ id: old })
      .update({ created_at: database.raw("now() - interval '31 days'") });
    await recordings.sweep();
    expect(await listed(scene)).toMatchObject([{ id: young }]);
  });
});
