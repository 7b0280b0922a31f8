import type { Frame } from '@cruvo/core/frame';
import { Player } from '@cruvo/core/program';
import { frameMiddle } from '@cruvo/core/time';
import { nodePainter, retainedNodePainter } from '@cruvo/film/images';
import { measureBothWays, type Motion, type PaintingTimes, type Way } from './bothWays';
import { onPage } from './browserPage';
import type { PaintedScene } from './demoScene';
import { imagesOf } from './rendering';
import { percentile } from './timing';

/** Milliseconds for one frame at 1280 × 720. */
interface FrameTimes {
  readonly median: number;
  readonly p95: number;
}

export interface PaintingFigures {
  readonly anew: FrameTimes;
  readonly kept: FrameTimes;
  /** Time of all frames painted anew over that of all frames of which only the changes are painted. */
  readonly gain: number;
  /** Share of colour values that are off by more than 24 between the two ways. */
  readonly off: number;
}

const SIZE = { width: 1280, height: 720 };

/** Paints the demo’s line both ways in Node. */
export async function benchPaintingInNode(
  scene: PaintedScene,
  motion: Motion,
): Promise<PaintingFigures> {
  const images = await imagesOf(scene);
  const kept = retainedNodePainter();
  let anew = new Uint8ClampedArray();
  const player = new Player(scene.program);
  const ways = {
    frameAt: (index: number) => player.seek(frameMiddle(index, '24')),
    paint: (way: Way, frame: Frame) => {
      if (way === 'kept') kept.paintFrame(frame, images, SIZE);
      else anew = nodePainter.paintFrame(frame, images, SIZE);
    },
    finish: () => undefined,
    pixels: (way: Way) => (way === 'kept' ? kept.plane.read(kept.plane.box) : anew),
  };
  return figuresOf(measureBothWays(ways, motion));
}

/** The same in headless Chromium. */
export async function benchPaintingInChromium(
  { material: { scene, characters, tracks }, pictures }: PaintedScene,
  motion: Motion,
): Promise<PaintingFigures> {
  const input = {
    ...{ scene, characters: [...characters], tracks: [...tracks], pictures: [...pictures] },
    ...{ size: SIZE, motion },
  };
  const times = await onPage('paintingInBrowser.ts', (page) =>
    page.evaluate(
      (given) => (window as unknown as { paintAll(input: unknown): PaintingTimes }).paintAll(given),
      input,
    ),
  );
  return figuresOf(times);
}

function figuresOf({ anew, kept, off }: PaintingTimes): PaintingFigures {
  return {
    anew: timesOf(anew),
    kept: timesOf(kept),
    gain: sumOf(anew) / sumOf(kept),
    off,
  };
}

function timesOf(times: readonly number[]): FrameTimes {
  const sorted = [...times].sort((a, b) => a - b);
  return { median: percentile(sorted, 0.5), p95: percentile(sorted, 0.95) };
}

const sumOf = (times: readonly number[]) => times.reduce((sum, time) => sum + time, 0);
