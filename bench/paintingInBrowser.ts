import type { Character } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import { evaluate, frameTime, prepareScene, type Scene } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import type { Size } from '@cruvo/painter/paint';
import { painterFor } from '../apps/web/src/studio/stage/browserGallery';
import { timeEach } from './timing';

interface Input {
  readonly scene: Scene;
  readonly characters: [string, Character][];
  readonly tracks: [string, VoiceTrack][];
  readonly pictures: [string, string][];
  readonly frames: number;
  readonly size: Size;
}

/** Paints every frame; the milliseconds of each, sorted. */
function paintAll({ scene, characters, tracks, pictures, frames, size }: Input): number[] {
  const prepared = prepareScene({
    scene,
    characters: new Map(characters),
    tracks: new Map(tracks),
  });
  const gallery = new Map(
    pictures.map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const canvas = Object.assign(document.createElement('canvas'), size);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = painterFor(canvas);
  const times = timeEach(frames, (index) => {
    painter.paintFrame(evaluate(prepared, frameTime(index, '24')), gallery, size);
    context.getImageData(0, 0, 1, 1);
  });
  return [...times];
}

Object.assign(window, { paintAll });
