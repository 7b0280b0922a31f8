import { type Character, type Picture, characterFromTwoDrawings } from '@cruvo/core/character';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { emptyProduction, type Scene, type Voice, starterScene } from '@cruvo/core/scene';
import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { plainSvg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { workingPicture } from '@cruvo/media/picture';
import { writeWorkingVoice } from '@cruvo/media/voice';
import type { Services } from '../app';
import type { TestStudio } from './studio';
import { withRecord } from '@cruvo/core/records';

/** Requests to a studio's API, as its page makes them. */
export class Client {
  /** @param studio where it is, once the first request is sent */
  constructor(private readonly studio: { readonly address: string }) {}

  async send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
    const response = await fetch(`${this.studio.address}/api${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    const json: unknown = text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text;
    return {
      status: response.status,
      headers: response.headers,
      body: json as Record<string, unknown>,
    };
  }

  /** Sends any body as it is. */
  async sendRaw(path: string, headers: Record<string, string>, body: string | Uint8Array) {
    const response = await fetch(`${this.studio.address}/api${path}`, {
      method: 'POST',
      headers,
      body: body as BodyInit,
    });
    const text = await response.text();
    return { status: response.status, body: JSON.parse(text) as Record<string, unknown> };
  }

  async upload(kind: 'voices' | 'pictures', path: string) {
    const response = await fetch(`${this.studio.address}/api/media/${kind}`, {
      method: 'POST',
      headers: { 'X-File-Name': encodeURIComponent(basename(path)) },
      body: await readFile(path),
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  }
}

export interface MadeProduction {
  readonly production: string;
  readonly sceneId: string;
  readonly scene: Scene;
  readonly character: Character;
}

/** A production from two drawings and a tone. */
export async function makeProduction(
  { services }: Pick<TestStudio, 'services'>,
  seconds = 1,
): Promise<MadeProduction> {
  const [shut, wide] = [
    await pictureHere(services, '#ff0000'),
    await pictureHere(services, '#ffffff'),
  ];
  const voice = await voiceHere(services, seconds);
  const ids = {
    production: crypto.randomUUID(),
    character: crypto.randomUUID(),
    scene: crypto.randomUUID(),
  };
  const character = characterFromTwoDrawings('Two', shut, wide);
  const starter = starterScene({
    name: 'Scene',
    characterId: ids.character,
    character,
    voice,
    memberId: 'member',
    lineId: 'line',
  });
  // The test voice is a tone, which has no sounds of speech.
  const fit = { ...DEFAULT_FIT, method: 'loudness', leadSeconds: 0 } as const;
  const lines = withRecord(starter.lines, 'line', (line) => ({ ...line, fit }));
  const scene = { ...starter, lines };
  await services.documents.createProduction(ids.production, [
    {
      id: ids.production,
      kind: 'production',
      body: emptyProduction('Test'),
    },
    { id: ids.character, kind: 'character', body: character },
    { id: ids.scene, kind: 'scene', body: scene },
  ]);
  return { production: ids.production, sceneId: ids.scene, scene, character };
}

const ANY_FILE = 'application/octet-stream';

/** What is made once is made for all tests of a process: it takes longer than most of them. */
const made = new Map<string, Promise<unknown>>();

function once<Value>(key: string, make: () => Promise<Value>): Promise<Value> {
  if (!made.has(key)) made.set(key, make());
  return made.get(key) as Promise<Value>;
}

/** Stores a picture of one colour as if it had been brought in, without the process in which files of others are opened. */
async function pictureHere({ media }: Services, color: string): Promise<Picture> {
  const svg = plainSvg(color);
  const { png, width, height } = await once(color, () =>
    workingPicture(write(testFolder(), 'picture.svg', svg), 'picture.svg'),
  );
  return {
    ...{ width, height },
    original: await media.writeBytes(Buffer.from(svg), ANY_FILE),
    media: await media.writeBytes(png, 'image/png'),
  };
}

/** Stores a voice as if it had been brought in: a tone in its second half. */
async function voiceHere({ media }: Services, seconds: number): Promise<Voice> {
  const { original, working, peaks, ...format } = await once(`voice ${seconds}`, async () => {
    const folder = testFolder();
    const path = wav(folder, 'voice.wav', seconds, toneIn([seconds / 2, seconds]));
    const target = join(folder, 'working.wav');
    const written = await writeWorkingVoice(path, 'voice.wav', target);
    return { ...written, original: await readFile(path), working: await readFile(target) };
  });
  return {
    ...{ name: 'voice.wav', ...format, scratch: null },
    original: await media.writeBytes(original, ANY_FILE),
    working: await media.writeBytes(working, 'audio/wav'),
    peaks: await media.writeBytes(Buffer.from(peaks.buffer), ANY_FILE),
  };
}
