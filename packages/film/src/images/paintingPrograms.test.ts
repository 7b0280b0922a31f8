import { initializeCanvas, writePsdBuffer, type Layer, type LayerMaskData, type Psd } from 'ag-psd';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import type { ArtworkLayer } from '@cruvo/core/character';
import { testFolder, write } from '@cruvo/media/testing';
import { comeIn, painted, type CameIn } from '../testing/artworkPictures';

const folder = testFolder();
const PAGE = { width: 80, height: 60 };
type Rgb = readonly [red: number, green: number, blue: number];
const ORANGE: Rgb = [240, 140, 60];
const GREEN: Rgb = [60, 110, 90];
const BLUE: Rgb = [120, 120, 220];

// The writer takes pixels as they are.
initializeCanvas(
  () => {
    throw new Error('There are no canvases.');
  },
  (width, height) =>
    ({ width, height, data: new Uint8ClampedArray(width * height * 4) }) as ImageData,
);

type Place = readonly [left: number, top: number, right: number, bottom: number];
const ALL: Place = [0, 0, PAGE.width, PAGE.height];
/** The left half of the page, and a square in its middle that lies half in it. */
const LEFT: Place = [0, 0, 40, 60];
const SQUARE: Place = [20, 10, 60, 50];

function pixels([left, top, right, bottom]: Place, color: Rgb, alpha = 255) {
  const [width, height] = [right - left, bottom - top];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let at = 0; at < data.length; at += 4) data.set([...color, alpha], at);
  return { width, height, data };
}

const at = ([left, top, right, bottom]: Place) => ({ left, top, right, bottom });
const box = (name: string, place: Place, color: Rgb, look: Partial<Layer> = {}): Layer => ({
  ...{ name, ...at(place), imageData: pixels(place, color), ...look },
});
const ground = box('Ground', ALL, GREEN);

/** White in a place, black around it. */
const maskOf = (place: Place, more: Partial<LayerMaskData> = {}): LayerMaskData => ({
  ...{ ...at(place), defaultColor: 0, imageData: pixels(place, [255, 255, 255]), ...more },
});
/** A rectangle as a path. */
const pathOf = ([left, top, right, bottom]: Place) => ({
  paths: [
    {
      open: false,
      fillRule: 'non-zero' as const,
      knots: [
        [left, top],
        [right, top],
        [right, bottom],
        [left, bottom],
      ].map(([x, y]) => ({ linked: false, points: [x!, y!, x!, y!, x!, y!] })),
    },
  ],
});

let count = 0;
const readPsd = (...children: Layer[]) => {
  const psd: Psd = { ...PAGE, children };
  const name = `drawing${++count}.psd`;
  return comeIn(write(folder, name, writePsdBuffer(psd)), name);
};

/** Colours at points of the page. */
async function colorsAt(came: CameIn, ...points: readonly (readonly [x: number, y: number])[]) {
  const { data, info } = await sharp(await painted(came))
    .flatten({ background: '#ffffff' })
    .raw()
    .toBuffer({ resolveWithObject: true });
  return points.map(([x, y]) => {
    const first = (y * info.width + x) * info.channels;
    return [...data.subarray(first, first + 3)];
  });
}

const mixed = (over: Rgb, under: Rgb, share: number) =>
  over.map((value, channel) => value * share + under[channel]! * (1 - share));
const product = (one: Rgb, other: Rgb) =>
  one.map((value, channel) => (value * other[channel]!) / 255) as unknown as Rgb;

function expectColors(found: readonly number[][], ...wanted: readonly (readonly number[])[]) {
  found.forEach((color, index) =>
    color.forEach((value, channel) => {
      if (Math.abs(value - wanted[index]![channel]!) > 2) {
        throw new Error(`Point ${index} is ${color.join(' ')}, wanted ${wanted[index]!.join(' ')}`);
      }
    }),
  );
}

const outline = (layers: readonly ArtworkLayer[]): string =>
  layers
    .map(({ name, layers: inside }) => (inside.length > 0 ? `${name} (${outline(inside)})` : name))
    .join(', ');

const [INSIDE_LEFT, INSIDE_RIGHT, OUTSIDE_LEFT] = [
  [30, 30],
  [50, 30],
  [10, 30],
] as const;

describe('a PSD looks as it does in a painting program', () => {
  it('with less of a fill', async () => {
    const came = await readPsd(ground, box('Body', SQUARE, ORANGE, { fillOpacity: 0.4 }));
    expectColors(await colorsAt(came, INSIDE_LEFT), mixed(ORANGE, GREEN, 0.4));
    expect(came.artwork.notes).toEqual([]);
  });

  it('with a mask that hides only so much', async () => {
    const mask = maskOf(LEFT, { userMaskDensity: 0.5 });
    const came = await readPsd(ground, box('Body', SQUARE, ORANGE, { mask }));
    const [left, right] = await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT);
    expectColors([left!, right!], ORANGE, mixed(ORANGE, GREEN, 0.5));
  });

  it('with a mask of a path', async () => {
    const came = await readPsd(ground, box('Body', SQUARE, ORANGE, { vectorMask: pathOf(LEFT) }));
    expectColors(await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT), ORANGE, GREEN);
  });

  it('with a mask on a group, whose layers stay', async () => {
    const group: Layer = {
      name: 'Fox',
      mask: maskOf(LEFT),
      children: [box('Body', SQUARE, ORANGE)],
    };
    const came = await readPsd(ground, group);
    expect(outline(came.artwork.layers)).toBe('Ground, Fox (Body)');
    expectColors(await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT), ORANGE, GREEN);
  });

  it.each([
    ['alone', 'normal', BLUE],
    ['that lets through', 'pass through', product(BLUE, GREEN)],
  ] as const)('in a group %s, for layers that multiply', async (_, blendMode, beside) => {
    const children = [
      box('Body', SQUARE, ORANGE),
      box('Shade', LEFT, BLUE, { blendMode: 'multiply' }),
    ];
    const came = await readPsd(ground, { name: 'Fox', blendMode, children });
    const found = await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT, OUTSIDE_LEFT);
    expectColors(found, product(ORANGE, BLUE), ORANGE, beside);
  });

  it('with shading that is clipped and multiplies', async () => {
    const look: Partial<Layer> = { blendMode: 'multiply', clipping: true };
    const came = await readPsd(
      ...[ground, box('Body', SQUARE, ORANGE), box('Shade', LEFT, BLUE, look)],
      box('Light', LEFT, [255, 255, 255], { clipping: true, opacity: 0.5 }),
    );
    const found = await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT, OUTSIDE_LEFT);
    const shaded = mixed([255, 255, 255], product(ORANGE, BLUE), 0.5);
    expectColors(found, shaded, ORANGE, GREEN);
  });

  it('with nothing of what is clipped by something hidden', async () => {
    const body = box('Body', SQUARE, ORANGE, { hidden: true });
    const came = await readPsd(ground, body, box('Shade', ALL, BLUE, { clipping: true }));
    expectColors(await colorsAt(came, INSIDE_LEFT), GREEN);
    expect(outline(came.artwork.layers)).toBe('Ground, Body (Body, Shade)');
    expect(came.artwork.layers[1]).toMatchObject({ hidden: true });
  });

  it('with linear burn', async () => {
    const shade = box('Shade', LEFT, BLUE, { blendMode: 'linear burn' });
    const came = await readPsd(ground, box('Body', SQUARE, ORANGE), shade);
    expectColors(await colorsAt(came, INSIDE_LEFT), [105, 5, 25]);
    expect(came.artwork.notes).toEqual([]);
  });

  it('with shapes, which stay vectors, and sheets of gradients', async () => {
    const shape: Layer = {
      name: 'Shape',
      vectorFill: { type: 'color', color: { r: 240, g: 140, b: 60 } },
      vectorMask: pathOf(SQUARE),
    };
    const stop = (r: number, location: number) => ({
      ...{ color: { r, g: 0, b: 0 }, location, midpoint: 0.5 },
    });
    const sheet: Layer = {
      name: 'Sheet',
      opacity: 0.5,
      vectorFill: {
        ...{ type: 'solid', name: 'red', style: 'linear', angle: 0, scale: 1 },
        colorStops: [stop(0, 0), stop(200, 1)],
        opacityStops: [{ opacity: 1, location: 0, midpoint: 0.5 }],
      },
    };
    const came = await readPsd(ground, shape);
    expectColors(await colorsAt(came, INSIDE_LEFT, OUTSIDE_LEFT), ORANGE, GREEN);
    expect(came.artwork.layers[1]!.drawing).toMatchObject({ kind: 'vector', x: 20 });
    const [near, far] = await colorsAt(await readPsd(ground, sheet), [2, 30], [77, 30]);
    expect(far![0]! - near![0]!).toBeGreaterThan(80);
  });

  it('with a colour over a layer, a line around it and a shadow beside it', async () => {
    const px = (value: number) => ({ units: 'Pixels' as const, value });
    const body = box('Body', SQUARE, ORANGE, {
      effects: {
        solidFill: [
          { enabled: true, color: { r: 20, g: 160, b: 60 }, opacity: 1, blendMode: 'normal' },
        ],
        stroke: [
          {
            ...{ enabled: true, size: px(3), position: 'outside', fillType: 'color' },
            ...{ color: { r: 200, g: 0, b: 0 }, opacity: 1, blendMode: 'normal' },
          },
        ],
        dropShadow: [
          {
            ...{ enabled: true, size: px(0), angle: 180, distance: px(8), opacity: 0.5 },
            ...{ color: { r: 0, g: 0, b: 0 }, blendMode: 'multiply' },
          },
        ],
      },
    });
    const came = await readPsd(ground, body);
    const found = await colorsAt(came, INSIDE_LEFT, [61, 30], [65, 30], [72, 30]);
    expectColors(found, [20, 160, 60], [200, 0, 0], mixed([0, 0, 0], GREEN, 0.5), GREEN);
    expect(came.artwork.notes).toEqual([]);
  });

  it('with a shadow that is not seen through a fill of which nothing is', async () => {
    const px = (value: number) => ({ units: 'Pixels' as const, value });
    const shadow = {
      ...{ enabled: true, size: px(0), angle: 180, distance: px(8), opacity: 1 },
      ...{ color: { r: 0, g: 0, b: 0 }, blendMode: 'multiply' as const },
    };
    const look = { fillOpacity: 0, effects: { dropShadow: [shadow] } };
    const came = await readPsd(ground, box('Body', SQUARE, ORANGE, look));
    expectColors(
      await colorsAt(came, INSIDE_LEFT, INSIDE_RIGHT, [65, 30]),
      GREEN,
      GREEN,
      [0, 0, 0],
    );
  });

  it('with a gradient over it', async () => {
    const stop = (r: number, location: number) => ({
      ...{ color: { r, g: 0, b: 0 }, location, midpoint: 0.5 },
    });
    const body = box('Body', SQUARE, ORANGE, {
      effects: {
        gradientOverlay: [
          {
            ...{
              enabled: true,
              blendMode: 'normal',
              opacity: 1,
              angle: 0,
              type: 'linear',
              scale: 1,
            },
            gradient: {
              ...{ type: 'solid', name: 'red', colorStops: [stop(0, 0), stop(200, 1)] },
              opacityStops: [{ opacity: 1, location: 0, midpoint: 0.5 }],
            },
          },
        ],
      },
    });
    const came = await readPsd(ground, body);
    const found = await colorsAt(came, [20, 30], [40, 30], [59, 30], [61, 30]);
    expectColors(found, [2, 0, 0], [102, 0, 0], [198, 0, 0], GREEN);
    expect(came.artwork.notes).toEqual([]);
  });

  it('and says which effects are not drawn', async () => {
    const body = box('Body', SQUARE, ORANGE, {
      effects: { bevel: { enabled: true }, satin: { enabled: true } },
    });
    const { artwork } = await readPsd(ground, body);
    expect(artwork.notes).toMatchObject([{ layer: ['Body'] }]);
    expect(artwork.notes[0]!.sentence).toMatch(/a bevel and satin can’t be drawn/);
  });
});

/** A flat file of 2 × 1 pixels (Adobe Photoshop File Formats Specification). */
function flatPsd(
  mode: number,
  depth: number,
  channels: readonly Buffer[],
  palette = Buffer.alloc(0),
) {
  const header = Buffer.alloc(26);
  header.write('8BPS');
  header.writeUInt16BE(1, 4);
  header.writeUInt16BE(channels.length, 12);
  header.writeUInt32BE(1, 14);
  header.writeUInt32BE(2, 18);
  header.writeUInt16BE(depth, 22);
  header.writeUInt16BE(mode, 24);
  const length = (value: number) => {
    const bytes = Buffer.alloc(4);
    bytes.writeUInt32BE(value);
    return bytes;
  };
  // Rows packed as one run of bytes each, after how long each of them is.
  const rows = channels.map((bytes) => Buffer.from([bytes.length - 1, ...bytes]));
  const lengths = rows.map((row) => Buffer.from([0, row.length]));
  return Buffer.concat([
    ...[header, length(palette.length), palette, length(0), length(0)],
    ...[Buffer.from([0, 1]), ...lengths, ...rows],
  ]);
}

const palette = Buffer.alloc(768);
palette.set([240, 10], 0);
palette.set([140, 20], 256);
palette.set([60, 30], 512);
const bytes = (...values: number[]) => Buffer.from(values);

it.each([
  ['grey', flatPsd(1, 8, [bytes(200, 10)]), [200, 200, 200]],
  ['grey of 16 bits', flatPsd(1, 16, [bytes(200, 7, 10, 0)]), [200, 200, 200]],
  [
    'colours of 16 bits',
    flatPsd(3, 16, [bytes(240, 9, 0, 0), bytes(140, 9, 0, 0), bytes(60, 9, 0, 0)]),
    ORANGE,
  ],
  ['indexed colours', flatPsd(2, 8, [bytes(0, 1)], palette), ORANGE],
])('a PSD of %s is brought to 8-bit RGB', async (what, file, color) => {
  const came = await comeIn(write(folder, `${what}.psd`, file), 'flat.psd');
  expectColors(await colorsAt(came, [0, 0]), color);
  expect(came.artwork.notes).toEqual([]);
});

it('layers as large as a large page have nothing of each other', async () => {
  const side = 2000;
  const across = (name: string, from: number, color: Rgb): Layer => {
    const data = new Uint8ClampedArray(4 * side * side);
    for (let row = 0; row < side; row++) {
      for (let column = from; column < from + 100; column++)
        data.set([...color, 255], 4 * (row * side + column));
    }
    return { name, imageData: { width: side, height: side, data } };
  };
  const children = [
    across('One', 0, ORANGE),
    across('Two', 500, BLUE),
    across('Three', 1000, GREEN),
  ];
  const file = writePsdBuffer({ width: side, height: side, children });
  const { artwork } = await comeIn(write(folder, 'large.psd', file), 'large.psd');
  expect(artwork.layers.map(({ drawing }) => [drawing!.x, drawing!.width])).toEqual([
    [0, 100],
    [500, 100],
    [1000, 100],
  ]);
});

it('layers of CMYK are brought to RGB, and a note says so', async () => {
  // The writer knows RGB alone: its three channels are taken for cyan, magenta and yellow, without black.
  const file = writePsdBuffer({ ...PAGE, children: [ground, box('Body', SQUARE, ORANGE)] });
  file.writeUInt16BE(4, 24);
  const came = await comeIn(write(folder, 'inks.psd', file), 'inks.psd');
  expect(outline(came.artwork.layers)).toBe('Ground, Body');
  expect(came.artwork.notes[0]!.sentence).toMatch(/It is drawn in CMYK/);
});

it('CMYK without layers is brought to RGB, black taking away from all of it', async () => {
  const inks = [bytes(240, 240), bytes(140, 140), bytes(60, 60), bytes(255, 51)];
  const came = await comeIn(write(folder, 'flatInks.psd', flatPsd(4, 8, inks)), 'flatInks.psd');
  const [full, dark] = await colorsAt(came, [0, 0], [1, 0]);
  expectColors([full!], ORANGE);
  expectColors([dark!], [48, 28, 12]);
  expect(came.artwork.notes[0]!.sentence).toMatch(/It is drawn in CMYK/);
});

it.each([
  [
    'Lab colours',
    flatPsd(9, 8, [bytes(0, 0), bytes(0, 0), bytes(0, 0)]),
    /is drawn in Lab colours/,
  ],
  ['CMYK of 16 bits', flatPsd(4, 16, [bytes(0, 0, 0, 0)]), /has 16 bits a channel/],
  ['CMYK without all inks', flatPsd(4, 8, [bytes(0, 0)]), /is damaged or cut off/],
])('a PSD of %s is refused with a way out', async (what, file, sentence) => {
  const path = write(folder, `${what}.psd`, file);
  await expect(comeIn(path, 'flat.psd')).rejects.toThrow(sentence);
});

describe('an OpenRaster file looks as it does in a painting program', () => {
  const png = (place: Place, color: Rgb) => {
    const { data, width, height } = pixels(place, color);
    return sharp(data, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer();
  };
  const readOra = async (stack: string) => {
    const name = `drawing${++count}.ora`;
    const file = zipSync({
      'stack.xml': strToU8(`<image w="80" h="60"><stack>${stack}</stack></image>`),
      'ground.png': await png(ALL, GREEN),
      'body.png': await png(SQUARE, ORANGE),
      'shade.png': await png(LEFT, BLUE),
    });
    return comeIn(write(folder, name, file), name);
  };
  const layer = (name: string, more = '') =>
    `<layer name="${name}" src="${name.split(' ')[0]!}.png" ${name.startsWith('body') ? 'x="20" y="10"' : ''} ${more}/>`;

  it.each([
    ['clipped by all beneath it in its stack', 'svg:src-atop', '', BLUE, GREEN],
    [
      'that multiplies in a stack alone',
      'svg:multiply',
      'isolation="isolate"',
      product(ORANGE, BLUE),
      BLUE,
    ],
    [
      'that multiplies in a stack that lets through',
      'svg:multiply',
      '',
      product(ORANGE, BLUE),
      product(BLUE, GREEN),
    ],
    ['that keeps what it covers', 'svg:dst-in', 'isolation="isolate"', ORANGE, GREEN],
    ['that erases what it covers', 'svg:dst-out', 'isolation="isolate"', GREEN, GREEN],
  ] as const)('with a layer %s', async (_, operator, isolation, inside, outside) => {
    const came = await readOra(
      `<stack name="Fox" ${isolation}>${layer('shade', `composite-op="${operator}"`)}${layer('body')}${layer('body again')}</stack>${layer('ground')}`,
    );
    const found = await colorsAt(came, INSIDE_LEFT, OUTSIDE_LEFT, INSIDE_RIGHT);
    const right = operator === 'svg:dst-in' ? GREEN : ORANGE;
    expectColors(found, inside, outside, right);
  });
});
