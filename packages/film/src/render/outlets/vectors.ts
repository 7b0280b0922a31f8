import { createCanvas } from '@napi-rs/canvas';
import { writeFile } from 'node:fs/promises';
import { stretchOf, type FilmSettings } from '@cruvo/core/delivery';
import type { BentItem } from '@cruvo/core/frame';
import { multiply, translation, type Box } from '@cruvo/core/geometry';
import { cancelled, Problem } from '@cruvo/core/problem';
import type { Program } from '@cruvo/core/program';
import { frameCount, frameMiddle, framesPerSecond } from '@cruvo/core/time';
import {
  allLayers,
  bakedNotes,
  LayerRecorder,
  lottie,
  svgAnimation,
  type AnimatedLayer,
  type VectorPicture,
} from '@cruvo/core/vectorAnimation';
import { canvasOf, nodePainter, type NodeImages } from '../../images';
import { playerFor } from '../filmPictures';
import type { Outlet } from './outlet';

/** Larger files are of no use to whoever is to play them, bytes. */
const LARGEST = 300_000_000;
/** Frames that are read before others have their turn. */
const FRAMES_AT_ONCE = 20;

/** A scene as vectors that move: where things are is written for each frame. */
export const vectors =
  (format: 'lottie' | 'svg'): Outlet =>
  async (job) => {
    const { program, settings, images, partial, stem, signal, onProgress } = job;
    const { start, end } = stretchOf(settings, program.scene.length);
    const { width, height, frameRate, background } = settings;
    const count = frameCount(end - start, frameRate);
    const player = playerFor(program, settings);
    const pictures = picturesOf(images);
    const recorder = new LayerRecorder(pictures);
    for (let frame = 0; frame < count; frame++) {
      if (signal?.aborted) throw cancelled();
      const shown = player.seek(start + frameMiddle(frame, frameRate));
      recorder.add(shown.items);
      job.onFrame?.(shown);
      onProgress?.(frame + 1, count);
      if (frame % FRAMES_AT_ONCE === 0) await new Promise((resolve) => setImmediate(resolve));
    }
    const { layers } = recorder;
    const animation = {
      ...{ name: stem, width, height, background, count, layers, pictures },
      ...{ stage: sizeOf(program), rate: framesPerSecond(frameRate) },
      baked: bakedIn(layers, images, settings.width / program.scene.stage.width),
    };
    const text = format === 'svg' ? svgAnimation(animation) : JSON.stringify(lottie(animation));
    if (text.length > LARGEST) throw tooLarge(settings);
    await writeFile(partial, text);
    return { notes: bakedNotes(layers) };
  };

const sizeOf = ({ scene: { stage } }: Program) => ({ width: stage.width, height: stage.height });

function tooLarge({ format }: FilmSettings): Problem {
  return new Problem(
    'too-large',
    `The ${format === 'svg' ? 'SVG' : 'Lottie'} would be larger than ${LARGEST / 1e6} MB: choose a shorter stretch, fewer frames a second, or a film.`,
  );
}

/** The pictures of a scene as documents hold them: pixels are written into them. */
function picturesOf(images: NodeImages): Map<string, VectorPicture> {
  return new Map(
    [...images].map(([media, picture]): [string, VectorPicture] => {
      if (picture.kind === 'vector') return [media, picture];
      const { image } = picture;
      const canvas = createCanvas(image.width, image.height);
      canvas.getContext('2d').drawImage(image, 0, 0);
      return [media, { kind: 'raster', href: canvas.toDataURL('image/png') }];
    }),
  );
}

/** Pictures of what is bent, each way once. @param scale pixels for a unit of the stage */
function bakedIn(
  layers: readonly AnimatedLayer[],
  images: NodeImages,
  scale: number,
): Map<number, string> {
  const baked = new Map<number, string>();
  for (const layer of allLayers(layers)) {
    if (layer.kind !== 'pictures') continue;
    for (const state of layer.states) {
      if (!state || baked.has(state.item.version)) continue;
      baked.set(state.item.version, pictureOf(state.item, state.box, images, scale));
    }
  }
  return baked;
}

function pictureOf(item: BentItem, box: Box, images: NodeImages, scale: number): string {
  const size = {
    width: Math.max(1, Math.round(box.width * scale)),
    height: Math.max(1, Math.round(box.height * scale)),
  };
  const view = multiply(
    [size.width / box.width, 0, 0, size.height / box.height, 0, 0],
    translation(-box.x, -box.y),
  );
  return canvasOf(nodePainter.paintItems([item], images, view, size), size).toDataURL('image/png');
}
