import { createHash } from 'node:crypto';
import { initializeCanvas, writePsdBuffer, type Layer, type Psd } from 'ag-psd';
import { gzipSync } from 'node:zlib';
import { strToU8, zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { type Artwork, type ArtworkLayer, characterFromArtwork } from '@cruvo/core/character';
import { svg, testFolder, write } from '../testing';
import { readArtwork } from './readArtwork';

const folder = testFolder();
const kept = new Map<string, Buffer>();
const progress: number[] = [];
const keep = async (bytes: Buffer) => {
  const hash = createHash('sha256').update(bytes).digest('hex');
  kept.set(hash, bytes);
  return hash;
};
const read = (name: string, content: string | Uint8Array) =>
  readArtwork([{ path: write(folder, name, content), name }], {
    keep,
    report: (share) => void progress.push(share),
  });

type Colour = readonly [red: number, green: number, blue: number];
const RED: Colour = [255, 0, 0];
const BLUE: Colour = [0, 0, 255];

/** Pixels with a filled box in them, see-through around it. */
function boxIn(width: number, height: number, box: readonly number[], [r, g, b]: Colour) {
  const data = new Uint8ClampedArray(width * height * 4);
  const [left, top, right, bottom] = box as [number, number, number, number];
  for (let y = top; y < bottom; y++) {
    for (let x = left; x < right; x++) data.set([r, g, b, 255], (y * width + x) * 4);
  }
  return { width, height, data };
}
const png = ({ data, width, height }: ReturnType<typeof boxIn>) =>
  sharp(data, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();

/** What artwork holds, as a readable list. */
const outline = (layers: readonly ArtworkLayer[]): unknown[] =>
  layers.map(({ name, layers: inside }) => (inside.length > 0 ? [name, outline(inside)] : name));
const boxOf = ({ drawing }: ArtworkLayer) =>
  drawing && [drawing.x, drawing.y, drawing.width, drawing.height];
const pixelOf = async (artwork: Artwork, at: number) => {
  const bytes = kept.get(artwork.layers[at]!.drawing!.media)!;
  const { data } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
  return [...data.subarray(0, 4)];
};

describe('layered SVG', () => {
  it('keeps plain shapes as vectors, each at its own size', async () => {
    const artwork = await read(
      'plain.svg',
      svg(100, 80, '<g id="head"><rect x="10" y="20" width="30" height="40" fill="#ff0000"/></g>'),
    );
    expect(artwork).toMatchObject({ width: 100, height: 80, notes: [] });
    expect(artwork.layers[0]!.drawing).toMatchObject({ kind: 'vector' });
    expect(boxOf(artwork.layers[0]!)).toEqual([10, 20, 30, 40]);
  });
  it('counts from the page’s corner, wherever its zero lies', async () => {
    const moved =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="-50 -40 100 80"><g id="head"><rect x="-50" y="-40" width="9" height="9"/></g></svg>';
    expect(boxOf((await read('moved.svg', moved)).layers[0]!)).toEqual([0, 0, 9, 9]);
  });
  it.each([
    [
      'a mask',
      '<mask id="m"><rect x="10" y="10" width="20" height="60" fill="#fff"/></mask><g id="head" mask="url(#m)"><rect width="50" height="50" fill="#ff0000"/></g>',
      [10, 10, 20, 40],
    ],
    [
      'clipping',
      '<clipPath id="c"><rect x="20" y="10" width="20" height="20"/></clipPath><g id="head" clip-path="url(#c)"><rect width="50" height="50" fill="#ff0000"/></g>',
      [20, 10, 20, 20],
    ],
    [
      'a style sheet',
      '<style>g .a:first-child{fill:#ff0000}</style><g id="head"><rect x="10" y="20" width="30" height="40" class="a"/></g>',
      [10, 20, 30, 40],
    ],
    [
      'a clone of a symbol',
      '<defs><symbol id="one" width="20" height="30" viewBox="0 0 20 30"><rect width="20" height="30" fill="#ff0000"/></symbol></defs><g id="head"><use xlink:href="#one" x="5" y="6" width="20" height="30"/></g>',
      [5, 6, 20, 30],
    ],
    [
      'a pattern',
      '<defs><pattern id="p" width="4" height="4" patternUnits="userSpaceOnUse"><rect width="4" height="4" fill="#ff0000"/></pattern></defs><g id="head"><rect x="10" y="20" width="30" height="40" fill="url(#p)"/></g>',
      [10, 20, 30, 40],
    ],
  ])('paints what Cruvo’s painter can’t: %s', async (what, inside, box) => {
    const artwork = await read(`${what}.svg`, svg(100, 80, inside));
    expect(artwork.layers[0]!.drawing!.kind).toBe('raster');
    boxOf(artwork.layers[0]!)!.forEach((value, at) => {
      expect(Math.abs(value - box[at]!)).toBeLessThan(0.2);
    });
    expect(await pixelOf(artwork, 0)).toEqual([255, 0, 0, 255]);
  });
  it('says where text is drawn with a font of this machine', async () => {
    const { notes } = await read(
      'text.svg',
      svg(90, 30, '<g id="sign"><text y="20">Marsh</text></g>'),
    );
    expect(notes).toEqual([{ layer: ['sign'], sentence: expect.stringMatching(/outlines/) }]);
  });
  it('tells of layers in their order, also where the first takes longest to paint', async () => {
    const filter =
      '<filter id="f"><feTurbulence baseFrequency="0.1" result="n"/><feDisplacementMap in="SourceGraphic" in2="n" scale="30"/></filter>';
    const torn =
      '<g id="flag" filter="url(#f)"><g id="field"><rect width="60" height="40"/></g><g id="bar"><rect y="40" width="60" height="9"/></g></g>';
    const signs = ['one', 'two'].map((id) => `<g id="${id}"><text y="20">Marsh</text></g>`);
    const drawing = svg(90, 60, `${filter}${torn}${signs.join('')}`);
    const { notes, layers } = await read('order.svg', drawing);
    expect(notes.map(({ layer }) => layer.join('/'))).toEqual(['flag', 'one', 'two']);
    expect(layers.map(({ name }) => name)).toEqual(['flag', 'one', 'two']);
  });
});

describe('OpenRaster', () => {
  const ora = async (stack: string, change: Zippable = {}) =>
    zipSync({
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(`<image w="60" h="40"><stack>${stack}</stack></image>`),
      'data/red.png': await png(boxIn(20, 10, [5, 2, 15, 8], RED)),
      'data/blue.png': await png(boxIn(60, 40, [0, 0, 60, 40], BLUE)),
      ...change,
    });
  it('reads groups, order, places, opacity, blending and hiding', async () => {
    const artwork = await read(
      'a.ora',
      await ora(
        '<stack name="head" opacity="0.5"><layer name="nose" src="data/red.png" x="30" y="20" composite-op="svg:multiply"/></stack>' +
          '<layer name="shade" src="data/red.png" composite-op="svg:src-atop"/>' +
          '<layer name="paper" src="data/blue.png" visibility="hidden"/>',
      ),
    );
    expect(outline(artwork.layers)).toEqual([
      ['paper', ['paper', 'shade']],
      ['head', ['nose']],
    ]);
    const [hidden, head] = artwork.layers;
    const [paper, shade] = hidden!.layers;
    // What is clipped by something hidden is hidden with it.
    expect(hidden).toMatchObject({ hidden: true });
    expect(paper).toMatchObject({ hidden: false });
    expect(shade).toMatchObject({ clipped: true });
    expect(head).toMatchObject({ opacity: 0.5 });
    expect(head!.layers[0]).toMatchObject({ blend: 'multiply' });
    expect(boxOf(head!.layers[0]!)).toEqual([35, 22, 10, 6]);
    expect(progress.at(-1)).toBe(1);
  });
  it('clips a layer by as few beneath it as it lies within', async () => {
    const layer = (name: string, picture: string, x: number, atop = false) =>
      `<layer name="${name}" src="data/${picture}.png" x="${x}"${atop ? ' composite-op="svg:src-atop"' : ''}/>`;
    const stackOf = async (name: string, ...fromBehind: string[]) =>
      outline((await read(name, await ora(fromBehind.reverse().join('')))).layers);
    const behind = [layer('paper', 'blue', 0), layer('white', 'red', 10)];
    expect(await stackOf('one.ora', ...behind, layer('pupil', 'red', 10, true))).toEqual([
      ...['paper', 'white', 'pupil'],
    ]);
    expect(await stackOf('two.ora', ...behind, layer('shade', 'red', 12, true))).toEqual([
      ['paper and white', ['paper', 'white']],
      'shade',
    ]);
  });
  it('shows unknown blending as normal, and says so', async () => {
    const stack = '<layer name="glow" src="data/red.png" composite-op="svg:dst-atop"/>';
    const { layers, notes } = await read('b.ora', await ora(stack));
    expect(layers[0]!.blend).toBe('normal');
    expect(notes[0]!.sentence).toMatch(/dst-atop/);
  });
  it.each([
    [
      'a layer without its picture',
      '<layer name="a" src="data/gone.png"/>',
      {},
      /not a whole OpenRaster/,
    ],
    [
      'a broken picture',
      '<layer name="a" src="data/red.png"/>',
      { 'data/red.png': strToU8('no') },
      /“a” is damaged/,
    ],
    ['a broken list', '<layer name="a"', {}, /not a whole OpenRaster/],
    [
      'a path that leads out',
      '<layer name="a" src="data/red.png"/>',
      { 'data/../../red.png': strToU8('x') },
      /outside of it/,
    ],
  ])('refuses %s', async (_what, stack, change, sentence) => {
    await expect(read('c.ora', await ora(stack, change))).rejects.toThrow(sentence);
  });
});

describe('PSD', () => {
  initializeCanvas(
    () => {
      throw new Error('unused');
    },
    (width, height) =>
      ({ width, height, data: new Uint8ClampedArray(width * height * 4) }) as never,
  );
  const psd = (children: Layer[], change: Partial<Psd> = {}) =>
    writePsdBuffer({ width: 60, height: 40, children, ...change });
  const box = (name: string, colour: Colour, change: Partial<Layer> = {}): Layer => ({
    name,
    left: 10,
    top: 5,
    imageData: boxIn(20, 10, [0, 0, 20, 10], colour) as never,
    ...change,
  });
  it('reads groups, order, places, opacity, blending, clipping and hiding', async () => {
    const artwork = await read(
      'a.psd',
      psd([
        box('paper', BLUE, { hidden: true }),
        {
          name: 'Kopf 頭',
          opacity: 0.5,
          children: [
            box('nose', RED),
            box('shade', BLUE, { clipping: true, blendMode: 'multiply' }),
          ],
        },
      ]),
    );
    expect(outline(artwork.layers)).toEqual(['paper', ['Kopf 頭', ['nose', 'shade']]]);
    expect(artwork.layers[0]).toMatchObject({ hidden: true });
    expect(artwork.layers[1]!.opacity).toBeCloseTo(0.5, 2);
    expect(artwork.layers[1]!.layers[1]).toMatchObject({ clipped: true, blend: 'multiply' });
    expect(boxOf(artwork.layers[0]!)).toEqual([10, 5, 20, 10]);
    expect(await pixelOf(artwork, 0)).toEqual([0, 0, 255, 255]);
  });
  it('cuts layers by their masks', async () => {
    const white: Colour = [255, 255, 255];
    const mask = {
      left: 10,
      top: 5,
      right: 20,
      bottom: 15,
      defaultColor: 0,
      imageData: boxIn(10, 10, [0, 0, 10, 10], white) as never,
    };
    const { layers } = await read('mask.psd', psd([box('nose', RED, { mask })]));
    expect(boxOf(layers[0]!)).toEqual([10, 5, 10, 10]);
  });
  const header = (change: (bytes: Buffer) => void) => {
    const bytes = Buffer.from(psd([box('nose', RED)]));
    change(bytes);
    return bytes;
  };
  it.each([
    ['duotone', header((bytes) => bytes.writeUInt16BE(8, 24)), /duotone.*RGB/],
    ['5 bits', header((bytes) => bytes.writeUInt16BE(5, 22)), /5 bits.*8/],
    ['a cut-off file', header(() => undefined).subarray(0, 200), /damaged or cut off/],
    ['only a beginning', Buffer.from('8BPS'), /damaged or cut off/],
    [
      'a page of 40,000 pixels',
      header((bytes) => bytes.writeUInt32BE(40_000, 18)),
      /40000 × 40.*Scale it down/,
    ],
  ])('refuses %s', async (what, bytes, sentence) => {
    await expect(read(`${what}.psd`, bytes)).rejects.toThrow(sentence);
  });
});

describe('loose pictures', () => {
  it('become layers by their names, in the order of their numbers', async () => {
    const whole = await png(boxIn(60, 40, [0, 0, 60, 40], BLUE));
    const small = await png(boxIn(20, 10, [0, 0, 20, 10], RED));
    const zip = zipSync({
      'm/mouth 10.png': small,
      'm/mouth 9.png': small,
      'body.png': whole,
      '__MACOSX/x.png': strToU8('?'),
    });
    const artwork = await read('all.zip', zip);
    expect(outline(artwork.layers)).toEqual(['body', 'mouth 9', 'mouth 10']);
    expect(boxOf(artwork.layers[1]!)).toEqual([20, 15, 20, 10]);
  });
  it('of two drawings alone talk', async () => {
    const one = await png(boxIn(30, 30, [0, 0, 30, 30], BLUE));
    const artwork = await read(
      'two.zip',
      zipSync({ 'mouth open.png': one, 'mouth closed.png': one }),
    );
    expect(characterFromArtwork('Two', artwork).mouth!.kind).toBe('two');
  });
  it.each([
    ['an empty archive', zipSync({}), /no pictures/],
    ['an archive of notes', zipSync({ 'a.txt': strToU8('hm') }), /no pictures/],
    ['something else', strToU8('hello'), /not a picture/],
    ['an empty file', new Uint8Array(), /is empty/],
    [
      'half an archive',
      zipSync({ 'a.png': new Uint8Array(999) }).subarray(0, 60),
      /damaged or cut off/,
    ],
  ])('refuse %s', async (what, bytes, sentence) => {
    await expect(read(`${what}.bin`, bytes)).rejects.toThrow(sentence);
  });
  it('refuse an archive that unpacks to far more than it is', async () => {
    // The size that an archive states for its file is raised far beyond what is in it.
    const bytes = Buffer.from(zipSync({ 'a.png': new Uint8Array(64) }));
    const directory = bytes.indexOf(Buffer.from('PK\x01\x02', 'latin1'));
    bytes.writeUInt32LE(0xfffffff0, directory + 24);
    await expect(read('bomb.zip', bytes)).rejects.toThrow(/unpacks to more/);
  });
});

it.each([
  ['a script', '<g id="a"><script>1</script></g>', /contains a <script>/],
  ['an import', '<style>@import "x.css";</style><g id="a"><rect class="b"/></g>', /@import/],
])('refuses SVG with %s', async (_what, inside, sentence) => {
  await expect(read('bad.svg', svg(9, 9, inside))).rejects.toThrow(sentence);
});

it.each([
  ['<image href="http://example.org/a.png"/>', /picture that lies outside.*example\.org.*Embed/],
  ['<use href="other.svg#hat"/>', /shape that lies outside.*other\.svg#hat/],
  ['<foreignObject width="9" height="9"><p>hello</p></foreignObject>', /text box or page/],
])('leaves out %s, says so, and takes the rest', async (outside, sentence) => {
  const drawn = `<g id="head"><rect width="9" height="9"/>${outside}</g>`;
  const { layers, notes } = await read('partly.svg', svg(9, 9, drawn));
  expect(notes).toEqual([{ layer: ['head'], sentence: expect.stringMatching(sentence) }]);
  expect(boxOf(layers[0]!)).toEqual([0, 0, 9, 9]);
  for (const bytes of kept.values()) expect(bytes.includes('example.org')).toBe(false);
});

it('refuses more layers than anybody can work with', async () => {
  const many = Array.from(
    { length: 5000 },
    (_, at) => `<g id="a${at}b"><rect width="1" height="1"/></g>`,
  );
  await expect(read('many.svg', svg(9, 9, many.join('')))).rejects.toThrow(/5000 layers.*Merge/);
});

it.each([
  ['an XCF file', strToU8('gimp xcf v011\0rest'), 'fox.xcf'],
  ['a TIFF', Uint8Array.of(0x49, 0x49, 42, 0, 8, 0), 'fox.tif'],
  ['a PDF', strToU8('%PDF-1.7 rest'), 'fox.pdf'],
  ['a KRA file', zipSync({ 'maindoc.xml': strToU8('<DOC/>') }), 'fox.kra'],
])('%s is refused by name, with the formats that can be read', async (what, bytes, name) => {
  await expect(read(name, bytes)).rejects.toThrow(
    `“${name}” is ${what}, which Cruvo can’t read. In your drawing program, save it as PSD`,
  );
});

it('an SVG that is packed is read', async () => {
  const { layers } = await read(
    'fox.svgz',
    gzipSync(svg(9, 9, '<g id="nose"><rect width="9" height="9"/></g>')),
  );
  expect(outline(layers)).toEqual(['nose']);
});
