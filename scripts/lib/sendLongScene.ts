import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { characterFromArtwork, type Character } from '@cruvo/core/character';
import { PRODUCTION_VERSION, type Voice } from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import { demoScene } from '../../bench/demoScene';
import { LINE_SECONDS, longScene, longTrack } from '../../bench/longScene';

const FOLDER = new URL('../../demo/saltmarsh/', import.meta.url).pathname;

/** Sends half an hour of twenty lines to a studio, and says where it can be opened. */
export async function sendLongScene(address: string): Promise<void> {
  const send = async (path: string, body: BodyInit, headers: Record<string, string> = {}) => {
    const response = await fetch(`${address}/api${path}`, { method: 'POST', body, headers });
    if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
    return response.text();
  };
  const demo = await demoScene();
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-long-'));
  try {
    const name = { 'X-File-Name': 'long.wav' };
    const voice = JSON.parse(await send('/media/voices', longVoice(folder), name)) as Voice;
    const track = longTrack(demo.material.tracks.get('track')!);
    const { id: trackId } = JSON.parse(await send('/tracks', writeTrack(track))) as { id: string };
    const characters = await Promise.all(
      ['isbel', 'corrigan'].map(async (file) => {
        const svg = readFileSync(join(FOLDER, `${file}.svg`));
        const answer = await send('/artwork', svg, { 'X-File-Name': `${file}.svg` });
        const last = JSON.parse(answer.trim().split('\n').at(-1)!) as {
          artwork: Parameters<typeof characterFromArtwork>[1];
        };
        return [randomUUID(), characterFromArtwork(file, last.artwork)] as [string, Character];
      }),
    );
    const [production, scene] = [randomUUID(), randomUUID()];
    const documents = [
      {
        ...{ id: production, kind: 'production' },
        body: { schemaVersion: PRODUCTION_VERSION, name: 'Half an hour', pronunciations: [] },
      },
      ...characters.map(([id, body]) => ({ id, kind: 'character', body })),
      { id: scene, kind: 'scene', body: longScene(characters, voice, trackId) },
    ];
    const json = { 'Content-Type': 'application/json' };
    await send('/productions', JSON.stringify({ id: production, documents }), json);
    console.log(`${address}/scenes/${scene}`);
  } finally {
    rmSync(folder, { recursive: true });
    demo.close();
  }
}

/** The demo's voice again and again, as long as a line. */
function longVoice(folder: string): Buffer<ArrayBuffer> {
  const path = join(folder, 'long.wav');
  const source = join(FOLDER, 'isbel-bulletin.flac');
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-stream_loop', '-1', '-i', source],
    ...['-t', String(LINE_SECONDS), path],
  ]);
  return Buffer.from(readFileSync(path));
}
