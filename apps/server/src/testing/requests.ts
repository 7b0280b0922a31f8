import { type Character, type Picture, characterFromTwoDrawings } from '@cruvo/core/character';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { type Scene, type Voice, starterScene } from '@cruvo/core/scene';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { plainSvg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
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

/** A production from two drawings and a tone, made through the API. */
export async function makeProduction(
  { services }: Pick<TestStudio, 'services'>,
  client: Client,
  seconds = 1,
): Promise<MadeProduction> {
  const folder = testFolder();
  const closed = write(folder, 'closed.svg', plainSvg('#ff0000'));
  const open = write(folder, 'open.svg', plainSvg('#ffffff'));
  const voicePath = wav(folder, 'voice.wav', seconds, toneIn([seconds / 2, seconds]));
  const pictures = [await client.upload('pictures', closed), await client.upload('pictures', open)];
  const spoken = await client.upload('voices', voicePath);
  for (const { status, body } of [...pictures, spoken]) {
    if (status !== 201) throw new Error(JSON.stringify(body));
  }
  const voice = spoken.body as unknown as Voice;
  const [shut, wide] = pictures.map(({ body }) => body as unknown as Picture) as [Picture, Picture];
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
      body: { schemaVersion: 2, name: 'Test', pronunciations: [] },
    },
    { id: ids.character, kind: 'character', body: character },
    { id: ids.scene, kind: 'scene', body: scene },
  ]);
  return { production: ids.production, sceneId: ids.scene, scene, character };
}
