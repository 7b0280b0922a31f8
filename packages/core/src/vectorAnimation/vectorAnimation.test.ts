import fc from 'fast-check';
import { drawingItem, groupItem, shapesItem, type FrameItem, type VectorDrawing } from '../frame';
import { multiply, scaling, translation, turning, type Matrix } from '../geometry';
import { bakedNotes, type VectorAnimation } from './animation';
import { changesOf, LayerRecorder, type VectorPictures } from './layers';
import { lottie } from './lottie';
import { beziersOf, transformOf } from './lottieShapes';
import { svgAnimation } from './svgAnimation';

const square: VectorDrawing = {
  viewBox: { x: 10, y: 0, width: 20, height: 20 },
  shapes: [
    { path: 'M10 0H30V20H10Z', fill: '#ff000080', fillRule: 'nonzero', stroke: null, opacity: 1 },
  ],
};
const pictures: VectorPictures = new Map([
  ['square', { kind: 'vector', drawing: square }],
  ['photo', { kind: 'raster', href: 'data:image/png;base64,AA' }],
]);
const box = { width: 40, height: 40 } as const;
const drawn = (id: string, matrix: Matrix = [1, 0, 0, 1, 0, 0], media = 'square') =>
  drawingItem(id, { kind: media === 'photo' ? 'raster' : 'vector', media, ...box }, matrix);

function animationOf(...frames: readonly (readonly FrameItem[])[]): VectorAnimation {
  const recorder = new LayerRecorder(pictures);
  for (const items of frames) recorder.add(items);
  return {
    ...{ name: 'A & B', stage: { width: 100, height: 50 }, width: 200, height: 100 },
    ...{ background: null, rate: 10, count: frames.length, layers: recorder.layers },
    ...{ pictures, baked: new Map() },
  };
}

interface Layer {
  readonly ty: number;
  readonly nm: string;
  readonly ip: number;
  readonly op: number;
  readonly refId?: string;
  readonly tt?: number;
  readonly td?: number;
  readonly bm: number;
  readonly ks: Record<string, { a: number; k: unknown }>;
  readonly masksProperties?: { pt: { a: number } }[];
}
interface Document {
  readonly layers: Layer[];
  readonly assets: { id: string; layers?: Layer[]; p?: string }[];
}
const lottieOf = (animation: VectorAnimation) => lottie(animation) as unknown as Document;
/** The layers of the stage, the front one first. */
const within = ({ layers, assets }: Document, refId = layers[0]!.refId) =>
  assets.find(({ id }) => id === refId)!.layers!;

describe('layers', () => {
  it('go on from frame to frame by their ids, and are hidden where they are missing', () => {
    const { layers } = animationOf(
      [drawn('a'), drawn('b')],
      [drawn('b')],
      [drawn('a'), drawn('b')],
    );
    expect(layers).toHaveLength(2);
    expect(layers.map(({ states }) => [0, 1, 2].map((at) => states[at] !== undefined))).toEqual([
      [true, false, true],
      [true, true, true],
    ]);
  });
  it('keep the order of every frame, also where it changes', () => {
    const orders = fc.array(fc.shuffledSubarray(['a', 'b', 'c', 'd']), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(orders, (frames) => {
        const place = (id: string, frame: number): Matrix => [1, 0, 0, 1, id.charCodeAt(0), frame];
        const { layers } = animationOf(
          ...frames.map((ids, frame) => ids.map((id) => drawn(id, place(id, frame)))),
        );
        frames.forEach((ids, frame) => {
          const shown = layers.flatMap((layer) => {
            const state = layer.kind === 'drawing' ? layer.states[frame] : undefined;
            return state ? [String.fromCharCode(state.matrix[4])] : [];
          });
          expect(shown).toEqual(ids);
        });
      }),
    );
  });
  it('are others where another picture is shown', () => {
    const { layers } = animationOf([drawn('a')], [drawn('a', undefined, 'photo')]);
    expect(layers.map((layer) => layer.kind === 'drawing' && layer.media)).toEqual([
      'photo',
      'square',
    ]);
  });
  it('tell what changes only when it does', () => {
    const same = (one: number, other: number) => one === other;
    expect(changesOf([1, 1, 2, undefined, undefined, 2], 6, same)).toEqual([
      { frame: 0, state: 1 },
      { frame: 2, state: 2 },
      { frame: 3, state: undefined },
      { frame: 5, state: 2 },
    ]);
  });
});

describe('a matrix', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  it('is the same again when it is scaled, slanted, turned and carried as the format does', () => {
    const matrices = fc
      .tuple(number(-3, 3), number(0.2, 3), number(0.2, 3), number(-1, 1), fc.boolean())
      .map(([turn, x, y, slant, mirrored]): Matrix =>
        multiply(
          multiply(translation(7, -3), turning(turn, { x: 0, y: 0 })),
          multiply([1, 0, slant, 1, 0, 0], [mirrored ? -x : x, 0, 0, y, 0, 0]),
        ),
      );
    fc.assert(
      fc.property(matrices, (matrix) => {
        const parts = transformOf(matrix) as unknown as Record<string, { k: number & number[] }>;
        const angle = (part: string) => (Math.PI * (parts[part]!.k as number)) / 180;
        const [sx, sy] = parts['s']!.k as number[];
        const [px, py] = parts['p']!.k as number[];
        const again = multiply(
          multiply(translation(px!, py!), turning(angle('r'), { x: 0, y: 0 })),
          multiply([1, 0, Math.tan(-angle('sk')), 1, 0, 0], [sx! / 100, 0, 0, sy! / 100, 0, 0]),
        );
        again.forEach((value, at) => expect(value).toBeCloseTo(matrix[at]!, 2));
      }),
    );
  });
});

describe('outlines', () => {
  it('are curves with their handles from each vertex, closed without one twice', () => {
    expect(beziersOf('M0 0L10 0Q15 0 15 5C15 8 10 10 0 10Z M1 1H2')).toEqual([
      {
        c: true,
        v: [
          [0, 0],
          [10, 0],
          [15, 5],
          [0, 10],
        ],
        i: [
          [0, 0],
          [0, 0],
          [0, -3.333],
          [10, 0],
        ],
        o: [
          [0, 0],
          [3.333, 0],
          [0, 3],
          [0, 0],
        ],
      },
      {
        c: false,
        v: [
          [1, 1],
          [2, 1],
        ],
        i: [
          [0, 0],
          [0, 0],
        ],
        o: [
          [0, 0],
          [0, 0],
        ],
      },
    ]);
    const [closed] = beziersOf('M0 0C1 1 2 1 3 0C2 -1 1 -1 0 0Z', scaling(2));
    expect(closed).toMatchObject({
      v: [
        [0, 0],
        [6, 0],
      ],
      i: [
        [2, -2],
        [-2, 2],
      ],
    });
  });
});

const half = (items: readonly FrameItem[], opacity: number) =>
  groupItem('g', items, {
    ...{ opacity, blend: 'multiply', mask: [drawn('mask')] },
    clip: { path: 'M0 0H9V9Z', box: { x: 0, y: 0, width: 9, height: 9 }, matrix: scaling(2) },
  });
const shapes = (path: string) =>
  shapesItem('s', [{ ...square.shapes[0]!, path }], [1, 0, 0, 1, 0, 0]);
const rich = () =>
  animationOf(
    [drawn('a'), half([drawn('b')], 0.5), shapes('M0 0H5V5Z')],
    [drawn('a', translation(5, 0)), half([drawn('b')], 0.25), shapes('M0 0H6V5Z')],
    [drawn('a', translation(5, 0)), shapes('M0 0H6V5Z')],
  );

describe('Lottie', () => {
  it('has the front layer first, each with when it is seen and where it goes', () => {
    const document = lottieOf(rich());
    const [outlines, mask, group, back] = within(document);
    expect([outlines, mask, group, back].map((layer) => layer!.ty)).toEqual([4, 0, 0, 4]);
    expect([group!.ip, group!.op, group!.bm, group!.tt]).toEqual([0, 2, 1, 1]);
    expect([mask!.ip, mask!.op, mask!.td]).toEqual([0, 2, 1]);
    expect(group!.ks['o']).toEqual({
      a: 1,
      k: [
        { t: 0, s: [50], h: 1 },
        { t: 1, s: [25], h: 1 },
      ],
    });
    expect(group!.masksProperties).toHaveLength(1);
    // A drawing’s own units are those of its view box.
    expect(back!.ks['p']!.k).toEqual([
      { t: 0, s: [-20, 0, 0], h: 1 },
      { t: 1, s: [-15, 0, 0], h: 1 },
    ]);
    expect(back!.ks['s']).toEqual({ a: 0, k: [200, 200, 100] });
    expect(within(document, group!.refId).map(({ ty }) => ty)).toEqual([4]);
  });
  it('writes pixels once, and a background only where there is one', () => {
    const both = animationOf([drawn('a', undefined, 'photo'), drawn('b', undefined, 'photo')]);
    const document = lottieOf(both);
    expect(document.assets.filter(({ p }) => p === 'data:image/png;base64,AA')).toHaveLength(1);
    expect(document.layers).toHaveLength(1);
    expect(lottieOf({ ...both, background: '#ffffff' }).layers.map(({ ty }) => ty)).toEqual([0, 1]);
  });
});

describe('an SVG animation', () => {
  it('moves by rules, changes outlines, and writes what stands still once', () => {
    const text = svgAnimation(rich());
    expect(text).toContain('<title>A &amp; B</title>');
    expect(text).toContain('width="200" height="100" viewBox="0 0 100 50"');
    expect(text.match(/<g id="psquare/g)).toHaveLength(1);
    expect(text).toMatch(
      /@keyframes k\d+\{0%\{transform:matrix\(1,0,0,1,0,0\)\}33\.33333%\{transform:matrix\(1,0,0,1,5,0\)\}\}/,
    );
    expect(text).toMatch(
      /0%\{opacity:0\.5;visibility:visible\}33\.33333%\{opacity:0\.25;visibility:visible\}66\.66667%\{visibility:hidden\}/,
    );
    expect(text).toContain('keyTimes="0;0.33333" values="M0 0H5V5Z;M0 0H6V5Z"');
    expect(text).toMatch(/mix-blend-mode:multiply/);
    expect(text).toMatch(/<mask id="m\d+" style="mask-type:alpha"/);
    expect(text).toMatch(
      /<clipPath id="c\d+"><path d="M0 0H9V9Z" style="transform:matrix\(2,0,0,2,0,0\)"/,
    );
  });
  it('needs no rules where nothing moves', () => {
    const text = svgAnimation(animationOf([drawn('a')], [drawn('a')]));
    expect(text).not.toMatch(/<style|<animate/);
  });
});

it('says what could not be told as vectors', () => {
  expect(bakedNotes(rich().layers)).toEqual([]);
  const gradient = { kind: 'linear', x1: 0, y1: 0, x2: 1, y2: 0, stops: [] } as const;
  const bent = shapesItem('s', [{ ...square.shapes[0]!, fill: gradient }], [1, 0, 0, 1, 0, 0]);
  expect(bakedNotes(animationOf([bent]).layers)).toHaveLength(1);
});
