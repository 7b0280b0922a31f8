import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Drawing, characterFromArtwork } from '@cruvo/core/character';
import { type Program, type SceneMaterial, compile } from '@cruvo/core/program';
import { starterScene } from '@cruvo/core/scene';
import { readArtwork } from '@cruvo/media/artwork';
import { analyseWorkingVoice, writeWorkingVoice } from '@cruvo/media/voice';
import { withRecord } from '@cruvo/core/records';

/** A scene to paint, with all that it needs. */
export interface PaintedScene {
  readonly material: SceneMaterial;
  readonly program: Program;
  /** SVG text by the name under which drawings refer to it. */
  readonly pictures: ReadonlyMap<string, string>;
}

export interface DemoScene extends PaintedScene {
  readonly voicePath: string;
  readonly folder: string;
  /** Removes the files that were made for it. */
  readonly close: () => void;
}

const SOURCE = new URL('../demo/saltmarsh/', import.meta.url);

/** The demo's scene, made from its files without a database. */
export async function demoScene(): Promise<DemoScene> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const pictures = new Map<string, string>();
  const keep = async (bytes: Buffer) => {
    const media = String(pictures.size);
    pictures.set(media, bytes.toString('utf8'));
    return media;
  };
  const path = new URL('isbel.svg', SOURCE).pathname;
  const artwork = await readArtwork([{ path, name: 'isbel.svg' }], {
    keep,
    report: () => undefined,
  });
  const isbel = characterFromArtwork('Isbel', artwork);
  const backdrop: Drawing = {
    kind: 'vector',
    media: await keep(readFileSync(new URL('lamp-room.svg', SOURCE))),
    ...{ x: 0, y: 0, width: 1920, height: 1080 },
  };
  const voicePath = join(folder, 'voice.wav');
  const source = new URL('isbel-bulletin.flac', SOURCE).pathname;
  const voice = await writeWorkingVoice(source, 'isbel-bulletin.flac', voicePath);
  const starter = starterScene({
    name: 'Bench',
    characterId: 'isbel',
    character: isbel,
    voice: { ...voice, name: 'bulletin', original: '', working: '', peaks: '' },
    memberId: 'isbel',
    lineId: 'bulletin',
  });
  const material: SceneMaterial = {
    scene: {
      ...starter,
      backdrop,
      lines: withRecord(starter.lines, 'bulletin', (line) => ({ ...line, track: 'track' })),
    },
    characters: new Map([['isbel', isbel]]),
    tracks: new Map([
      ['track', await analyseWorkingVoice(voicePath, { script: null, channel: 'both' })],
    ]),
  };
  const close = () => rmSync(folder, { recursive: true });
  return { material, program: compile(material), pictures, voicePath, folder, close };
}
