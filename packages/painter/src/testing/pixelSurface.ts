import { type Box, type Matrix, intersectionOf, mappedBox } from '@cruvo/core/geometry';
import type { PaintContext, Surface } from '../paint/surface';

/** Pixels named by what they show, row by row; null where nothing is. */
export interface PixelImage {
  readonly width: number;
  readonly height: number;
  readonly pixels: (string | null)[];
}

interface NoGradient {
  addColorStop(): void;
}

export type PixelSurface = Surface<PixelImage, Box, NoGradient>;

export function pixelImage(width: number, height: number, color: string | null): PixelImage {
  return { width, height, pixels: new Array<string | null>(width * height).fill(color) };
}

interface State {
  matrix: Matrix;
  clip: Box;
  globalAlpha: number;
  globalCompositeOperation: string;
}

/**
 * A surface for tests whose every pixel can be compared: it knows rectangles, images and upright clip paths at whole
 * pixels, and writes down how colours are mixed instead of mixing them.
 *
 * @param counts told about each image that is drawn
 */
export function pixelSurface(
  image: PixelImage,
  counts: { drawn: number; made: number } = { drawn: 0, made: 0 },
): PixelSurface {
  const whole = { x: 0, y: 0, width: image.width, height: image.height };
  let state: State = {
    matrix: [1, 0, 0, 1, 0, 0],
    clip: whole,
    globalAlpha: 1,
    globalCompositeOperation: 'source-over',
  };
  const saved: State[] = [];
  const each = (box: Box, change: (index: number, x: number, y: number) => void) => {
    const seen = intersectionOf(box, state.clip);
    for (let y = seen.y; y < seen.y + seen.height; y++) {
      for (let x = seen.x; x < seen.x + seen.width; x++) change(y * image.width + x, x, y);
    }
  };
  const mixed = (top: string | null, beneath: string | null): string | null => {
    const { globalAlpha: alpha, globalCompositeOperation: how } = state;
    if (how === 'destination-in') return top === null ? null : beneath;
    if (top === null) return beneath;
    return alpha === 1 && how === 'source-over' ? top : `${how} ${alpha} (${top}, ${beneath})`;
  };
  const unused = () => {
    throw new Error('This surface can’t draw that.');
  };
  const context: PaintContext<PixelImage, Box, NoGradient> = {
    canvas: whole,
    ...{ fillStyle: '', strokeStyle: '', lineWidth: 1, lineCap: 'butt', lineJoin: 'miter' },
    ...{ miterLimit: 10, imageSmoothingEnabled: true, imageSmoothingQuality: 'low' },
    get globalAlpha() {
      return state.globalAlpha;
    },
    set globalAlpha(globalAlpha) {
      state = { ...state, globalAlpha };
    },
    get globalCompositeOperation() {
      return state.globalCompositeOperation;
    },
    set globalCompositeOperation(globalCompositeOperation) {
      state = { ...state, globalCompositeOperation };
    },
    save: () => void saved.push(state),
    restore: () => void (state = saved.pop() ?? state),
    clip: (outline) => {
      state = { ...state, clip: intersectionOf(state.clip, mappedBox(state.matrix, outline)) };
    },
    setTransform: (...matrix) => void (state = { ...state, matrix }),
    fillRect: (x, y, width, height) =>
      each(mappedBox(state.matrix, { x, y, width, height }), (at) => {
        image.pixels[at] = mixed(String(context.fillStyle), image.pixels[at]!);
      }),
    clearRect: (x, y, width, height) =>
      each(mappedBox(state.matrix, { x, y, width, height }), (at) => (image.pixels[at] = null)),
    drawImage: (source: PixelImage, ...given: number[]) => {
      counts.drawn++;
      const all = [0, 0, source.width, source.height];
      const [fromX, fromY, , , x, y, width, height] = {
        8: given,
        4: [...all, ...given],
        2: [...all, ...given, ...all.slice(2)],
      }[given.length] as [number, number, number, number, number, number, number, number];
      const target = mappedBox(state.matrix, { x, y, width, height });
      // Where masks are kept within, pixels outside of the image go too.
      const box = state.globalCompositeOperation === 'destination-in' ? state.clip : target;
      each(box, (at, column, row) => {
        const [left, top] = [column - target.x + fromX, row - target.y + fromY];
        const inside = left >= 0 && top >= 0 && left < source.width && top < source.height;
        const color = inside ? source.pixels[top * source.width + left]! : null;
        image.pixels[at] = mixed(color, image.pixels[at]!);
      });
    },
    ...{ createImageData: unused, getImageData: unused, putImageData: unused },
    fill: unused,
    stroke: unused,
    createLinearGradient: unused,
    createRadialGradient: unused,
  };
  return {
    context,
    outline: (path) => {
      const [, x, y, width, height] = /^M(-?[\d.]+) (-?[\d.]+)h([\d.]+)v([\d.]+)h-[\d.]+Z$/
        .exec(path)!
        .map(Number);
      return { x: x!, y: y!, width: width!, height: height! };
    },
    layer: (width, height) => {
      counts.made++;
      const made = pixelImage(width, height, null);
      return { surface: pixelSurface(made, counts), image: made };
    },
  };
}
