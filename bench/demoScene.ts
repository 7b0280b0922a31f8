import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { characterFromLayers, type Drawing } from '@cruvo/core/character';
import { readLayers } from '@cruvo/core/formats';
import {
  prepareScene,
  starterScene,
  type PreparedScene,
  type SceneMaterial,
} from '@cruvo/core/scene';
import { hearWorkingVoice, writeWorkingVoice } from '@cruvo/media/voice';

export interface DemoScene {
  readonly material: SceneMaterial;
  readonly prepared: PreparedScene;
  /** SVG text by the name under which drawings refer to it. */
  readonly pictures: ReadonlyMap<string, string>;
  readonly voicePath: string;
  readonly folder: string;
}

const SOURCE = new URL('../demo/saltmarsh/', import.meta.url);

/** The demo's scene, made from its files without a database. */
export async function demoScene(): Promise<DemoScene> {
  const folder = mkdtempSync(join(tmpdir(), 'cruvo-bench-'));
  const pictures = new Map<string, string>();
  const keep = (svg: string, box: Omit<Drawing, 'kind' | 'media'>): Drawing => {
    const media = String(pictures.size);
    pictures.set(media, svg);
    return { kind: 'vector', media, ...box };
  };
  const read = (name: string) => readFileSync(new URL(name, SOURCE), 'utf8');
  const artwork = readLayers(read('isbel.svg'));
  const isbel = characterFromLayers('Isbel', {
    ...artwork,
    drawingOf: ({ svg, bounds }) => keep(svg, bounds),
  });
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
      backdrop: keep(read('lamp-room.svg'), { x: 0, y: 0, width: 1920, height: 1080 }),
      lines: starter.lines.map((line) => ({ ...line, track: 'track' })),
    },
    characters: new Map([['isbel', isbel]]),
    tracks: new Map([
      ['track', await hearWorkingVoice(voicePath, { script: null, channel: 'both' })],
    ]),
  };
  return { material, prepared: prepareScene(material), pictures, voicePath, folder };
}
