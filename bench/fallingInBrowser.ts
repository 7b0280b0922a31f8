import { loadPhysics } from '@cruvo/core/bodies';
import type { Character } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Scene } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { FrameCanvas } from '@cruvo/painter/browser';
import type { Size } from '@cruvo/painter/paint';
import { timeFalling, type FallingTimes } from './fallingTimes';

export interface FallingInput {
  readonly scene: Scene;
  readonly characters: [string, Character][];
  readonly tracks: [string, VoiceTrack][];
  readonly pictures: [string, string][];
  readonly size: Size;
}

export type FallingBench = { fallingTimes(input: FallingInput): Promise<FallingTimes> };

async function fallingTimes(input: FallingInput): Promise<FallingTimes> {
  const { scene, characters, tracks, pictures, size } = input;
  const images = new Map(
    pictures.map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const canvas = new FrameCanvas(Object.assign(document.createElement('canvas'), size));
  const material = { scene, characters: new Map(characters), tracks: new Map(tracks) };
  return timeFalling(material, await loadPhysics(), (frame) => canvas.show(frame, images, size));
}

Object.assign(window, { fallingTimes });
