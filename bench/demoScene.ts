import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { characterFromArtwork } from '@cruvo/core/character';
import { type Program, type SceneMaterial, compile } from '@cruvo/core/program';
import { backdropOf, starterScene } from '@cruvo/core/scene';
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

/** What keeps the drawings of artwork as texts; the picture of how a whole file looks is none, and not needed. */
export function keeperIn(pictures: Map<string, string>) {
  return async (bytes: Buffer) => {
    const media = `picture ${pictures.size}`;
    const text = bytes.toString('utf8');
    if (!text.startsWith('<')) return 'flat';
    pictures.set(media, text);
    return media;
  };
}

/** The demo's scene, made from its files without a database. */
export async function demoScene(): Promise<DemoScene> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const pictures = new Map<string, string>();
  const keep = keeperIn(pictures);
  const read = (name: string) =>
    readArtwork([{ path: new URL(name, SOURCE).pathname, name }], {
      keep,
      report: () => undefined,
    });
  const isbel = characterFromArtwork('Isbel', await read('isbel.svg'));
  const voicePath = join(folder, 'voice.wav');
  const source = new URL('isbel-bulletin.flac', SOURCE).pathname;
  const voice = await writeWorkingVoice(source, 'isbel-bulletin.flac', voicePath);
  const starter = starterScene({
    name: 'Bench',
    characterId: 'isbel',
    character: isbel,
    voice: { ...voice, name: 'bulletin', original: '', working: '', peaks: '', scratch: null },
    memberId: 'isbel',
    lineId: 'bulletin',
  });
  const material: SceneMaterial = {
    scene: {
      ...starter,
      backdrop: backdropOf('Lamp room', await read('lamp-room.svg'), starter.stage),
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
