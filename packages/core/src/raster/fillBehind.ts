import type { PixelGrid } from './pixelGrid';

/** Colours multiplied by opacity, 0 to 1, with how much is known of each, half as large as the level before. */
interface Level {
  readonly width: number;
  readonly height: number;
  /** Red, green, blue and opacity, each times the weight; then the weight. */
  readonly sums: Float32Array;
}

const CHANNELS = 5;
/** Opacity between which the edge of what is filled runs. */
const EDGE = { from: 0.4, to: 0.6 } as const;

/**
 * Fills a hole with the colours around it, smoothly: pixels are averaged into smaller and smaller pictures, from which what
 * is missing is taken (Gortler et al., The Lumigraph, 1996: pull-push). Between what is covered and what is not, its edge
 * runs on.
 *
 * @param hole 1 for each pixel to fill, row by row
 */
export function fillBehind(grid: PixelGrid, hole: Uint8Array): PixelGrid {
  const levels = [firstLevel(grid, hole)];
  for (let last = levels[0]!; last.width > 1 || last.height > 1; last = levels.at(-1)!) {
    levels.push(smaller(last));
  }
  for (let at = levels.length - 2; at >= 0; at--) complete(levels[at]!, levels[at + 1]!);
  const { sums } = levels[0]!;
  const data = grid.data.slice();
  for (let at = 0; at < hole.length; at++) {
    const opacity = sums[CHANNELS * at + 3]!;
    if (hole[at] === 0 || opacity <= EDGE.from) continue;
    for (let channel = 0; channel < 3; channel++) {
      data[4 * at + channel] = (255 * sums[CHANNELS * at + channel]!) / opacity;
    }
    data[4 * at + 3] = 255 * Math.min(1, (opacity - EDGE.from) / (EDGE.to - EDGE.from));
  }
  return { ...grid, data };
}

function firstLevel({ data, width, height }: PixelGrid, hole: Uint8Array): Level {
  const sums = new Float32Array(CHANNELS * width * height);
  for (let at = 0; at < width * height; at++) {
    if (hole[at] === 1) continue;
    const opacity = data[4 * at + 3]! / 255;
    for (let channel = 0; channel < 3; channel++) {
      sums[CHANNELS * at + channel] = (opacity * data[4 * at + channel]!) / 255;
    }
    sums[CHANNELS * at + 3] = opacity;
    sums[CHANNELS * at + 4] = 1;
  }
  return { width, height, sums };
}

function smaller(level: Level): Level {
  const [width, height] = [Math.ceil(level.width / 2), Math.ceil(level.height / 2)];
  const sums = new Float32Array(CHANNELS * width * height);
  for (let y = 0; y < level.height; y++) {
    for (let x = 0; x < level.width; x++) {
      const from = CHANNELS * (y * level.width + x);
      const to = CHANNELS * ((y >> 1) * width + (x >> 1));
      for (let channel = 0; channel < CHANNELS; channel++) {
        sums[to + channel]! += level.sums[from + channel]!;
      }
    }
  }
  for (let at = 0; at < sums.length; at += CHANNELS) {
    // What is known of one of four pixels is known of them all.
    const weight = Math.max(1, sums[at + 4]!);
    for (let channel = 0; channel < CHANNELS; channel++) sums[at + channel]! /= weight;
  }
  return { width, height, sums };
}

/** Takes what is not known in one level from the next, which is complete. */
function complete(level: Level, next: Level): void {
  const { width, height, sums } = level;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = CHANNELS * (y * width + x);
      const missing = 1 - sums[at + 4]!;
      if (missing <= 0) continue;
      for (let channel = 0; channel < CHANNELS; channel++) {
        sums[at + channel]! += missing * between(next, (x - 0.5) / 2, (y - 0.5) / 2, channel);
      }
    }
  }
}

/** A value between the four pixels around a place. */
function between({ width, height, sums }: Level, x: number, y: number, channel: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [right, down] = [x - left, y - top];
  const value = (column: number, row: number) => {
    const within = (place: number, size: number) => Math.min(size - 1, Math.max(0, place));
    return sums[CHANNELS * (within(row, height) * width + within(column, width)) + channel]!;
  };
  return (
    (1 - down) * ((1 - right) * value(left, top) + right * value(left + 1, top)) +
    down * ((1 - right) * value(left, top + 1) + right * value(left + 1, top + 1))
  );
}
