import type { Character } from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import type { Frame } from '@cruvo/core/frame';
import { Player, compile } from '@cruvo/core/program';
import type { Scene } from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { frameMiddle } from '@cruvo/core/time';
import type { Size } from '@cruvo/painter/paint';
import { browserPainter, FrameCanvas, showPixels } from '@cruvo/painter/browser';
import { measureBothWays, type Motion, type PaintingTimes, type Way } from './bothWays';

interface Input {
  readonly scene: Scene;
  readonly characters: [string, Character][];
  readonly tracks: [string, VoiceTrack][];
  readonly pictures: [string, string][];
  readonly size: Size;
  readonly motion: Motion;
}

/** Paints every frame both ways. */
function paintAll({ scene, characters, tracks, pictures, size, motion }: Input): PaintingTimes {
  const program = compile({
    scene,
    characters: new Map(characters),
    tracks: new Map(tracks),
  });
  const player = new Player(program);
  const images = new Map(
    pictures.map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const canvasOf = () => {
    const canvas = Object.assign(document.createElement('canvas'), size);
    return { canvas, context: canvas.getContext('2d', { willReadFrequently: true })! };
  };
  const both = { anew: canvasOf(), kept: canvasOf() };
  const kept = new FrameCanvas(both.kept.canvas);
  const ways = {
    frameAt: (index: number) => player.seek(frameMiddle(index, '24')),
    paint: (way: Way, frame: Frame) => {
      if (way === 'kept') kept.show(frame, images, size);
      else showPixels(both.anew.canvas, browserPainter.paintFrame(frame, images, size));
    },
    finish: (way: Way) => void both[way].context.getImageData(0, 0, 1, 1),
    pixels: (way: Way) => both[way].context.getImageData(0, 0, size.width, size.height).data,
  };
  return measureBothWays(ways, motion);
}

Object.assign(window, { paintAll });
