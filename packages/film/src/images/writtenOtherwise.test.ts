import type { ArtworkLayer } from '@cruvo/core/character';
import { testFolder, write } from '@cruvo/media/testing';
import { comeIn, onWhite, painted, shareOff } from '../testing/artworkPictures';

const folder = testFolder();
/** Pixels a side of both pictures: a page of 200 units at its own size. */
const SIDE = 200;
/** Share of pixels that may be off: edges. */
const OFF = 0.01;

const NAMESPACES =
  'xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape"';
const PAGE = 'viewBox="0 0 200 200" width="200" height="200"';
const HEAD = '<g id="Head"><circle cx="100" cy="100" r="70" fill="#f90"/></g>';

/** Drawings, and others that look the same, written plainly. */
const PAIRS: readonly (readonly [what: string, drawn: string, plain: string])[] = [
  [
    'what is see-through without a name of its own',
    '<rect width="200" height="200" fill="#fff"/><rect x="20" y="20" width="160" height="160" opacity="0.3"/>',
    '<rect x="20" y="20" width="160" height="160" fill="#b2b2b2"/>',
  ],
  [
    'what is hidden without a name of its own',
    `${HEAD}<rect id="rect9" width="60" height="60" style="display:none"/><rect x="130" width="60" height="60" fill="#0a0"/>`,
    `${HEAD}<rect x="130" width="60" height="60" fill="#0a0"/>`,
  ],
  [
    'shading without a name that multiplies',
    '<g id="Head"><rect width="200" height="200" fill="#f90"/><g id="Nose"><circle cx="100" cy="100" r="9"/></g><rect width="99" height="200" fill="#88f" style="mix-blend-mode:multiply"/></g>',
    '<rect width="200" height="200" fill="#f90"/><circle cx="100" cy="100" r="9"/><rect width="99" height="200" fill="#885200"/><path d="M99 91A9 9 0 0 0 99 109Z"/>',
  ],
  [
    'something seen in a group that is hidden',
    '<g id="Body" visibility="hidden"><rect width="200" height="200"/><g id="Hand" visibility="visible"><rect x="50" y="50" width="50" height="50" fill="#f90"/></g></g>',
    '<rect x="50" y="50" width="50" height="50" fill="#f90"/>',
  ],
  [
    'a transform in a style, about a point',
    `${HEAD}<g id="Hair" style="transform:translate(50px,20px) rotate(20deg);transform-origin:50px 50px"><rect width="60" height="60"/></g>`,
    `${HEAD}<rect width="60" height="60" transform="translate(100 70) rotate(20) translate(-50 -50)"/>`,
  ],
  [
    'variables in styles, and one that has something to stand in',
    '<style>:root{--skin:#f90}.a{fill:var(--skin,#0f0)}</style><g id="Head"><circle class="a" cx="100" cy="100" r="70"/></g><g id="Nose" style="fill:var(--none, var(--skin))"><rect width="20" height="20"/></g>',
    `${HEAD}<rect width="20" height="20" fill="#f90"/>`,
  ],
  [
    'rules for what lies in something, and for print',
    '<style>#Hair path{fill:red}g.mouth > *{fill:blue}.st1{display:none}.st2{opacity:.4}rect{fill:lime!important}@media print{path{fill:lime}}</style><g id="Hair"><g><path d="M0 0h60v60h-60Z"/></g></g><g id="Mouth" class="mouth"><g><path d="M80 0h40v40h-40Z"/></g></g><g id="M" class="st1"><path d="M0 90h99v99h-99Z"/></g><g id="Shade" class="st2"><rect x="120" y="120" width="50" height="50" style="fill:red"/></g>',
    '<path d="M0 0h60v60h-60Z" fill="red"/><path d="M80 0h40v40h-40Z" fill="blue"/><rect x="120" y="120" width="50" height="50" fill="#99ff99"/>',
  ],
  [
    'colours wider than those of screens, and by hue',
    '<g id="Hair"><rect width="60" height="60" fill="hsl(200,80%,50%)"/><rect x="70" width="60" height="60" fill="oklch(0.7 0.2 150)"/><rect x="140" width="60" height="60" fill="color(display-p3 1 0 0)"/></g>',
    '<rect width="60" height="60" fill="#19a1e6"/><rect x="70" width="60" height="60" fill="#00bf57"/><rect x="140" width="60" height="60" fill="#f00"/>',
  ],
  [
    'lines beneath what they are around',
    '<g id="Hair"><circle cx="100" cy="100" r="50" fill="#fc0" stroke="#000" stroke-width="20" style="paint-order:stroke fill markers"/></g>',
    '<circle cx="100" cy="100" r="60"/><circle cx="100" cy="100" r="50" fill="#fc0"/>',
  ],
  [
    'lines as wide at any size',
    '<g id="Hair" transform="scale(4)"><path d="M10 15h20" stroke="#000" stroke-width="6" vector-effect="non-scaling-stroke"/></g>',
    '<rect x="40" y="57" width="80" height="6"/>',
  ],
  [
    'places in percentages',
    '<g id="Nose"><rect x="40%" y="40%" width="20%" height="10%"/></g>',
    '<rect x="80" y="80" width="40" height="20"/>',
  ],
  [
    'a choice of languages',
    '<switch><g systemLanguage="de"><rect width="50" height="50"/></g><g systemLanguage="fr, en-GB"><rect x="100" width="50" height="50"/></g></switch>',
    '<rect x="100" width="50" height="50"/>',
  ],
];

let count = 0;

/** A file of its own name each time: files that are read again come from a cache. */
const file = (inside: string, root = PAGE) =>
  write(folder, `drawing${++count}.svg`, `<svg ${NAMESPACES} ${root}>${inside}</svg>`);

async function shareOffFrom(plain: string, came: Awaited<ReturnType<typeof comeIn>>) {
  const ours = await painted(came, { width: SIDE, height: SIDE });
  return shareOff(await onWhite(ours, SIDE), await onWhite(file(plain), SIDE));
}

it.each(PAIRS)('%s comes in as it is meant', async (_what, drawn, plain) => {
  const came = await comeIn(file(drawn), 'drawing.svg');
  expect(came.artwork.notes).toEqual([]);
  expect(await shareOffFrom(plain, came)).toBeLessThan(OFF);
});

/** The names of layers, those of a group in brackets after it. */
const outline = (layers: readonly ArtworkLayer[]): string =>
  layers
    .map(({ name, layers: inside }) => (inside.length > 0 ? `${name} (${outline(inside)})` : name))
    .join(', ');

const FACE =
  '<g id="Skull"><rect x="20" y="20" width="160" height="160" fill="#f90"/></g><g id="Mouth"><rect x="60" y="120" width="80" height="20" fill="#600"/></g>';

describe('what is done to a group leaves its parts', () => {
  it.each([
    [
      'a clipping path',
      '<clipPath id="c"><circle cx="100" cy="100" r="60"/></clipPath>',
      'clip-path="url(#c)"',
      'vector',
    ],
    [
      'a clipping path in shares of the group',
      '<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx="0.5" cy="0.5" r="0.4"/></clipPath>',
      'clip-path="url(#c)"',
      'vector',
    ],
    [
      'a clipping path of paths that are clipped',
      '<clipPath id="d"><rect width="100" height="200"/></clipPath><clipPath id="c" clip-path="url(#d)"><circle cx="100" cy="100" r="60"/></clipPath>',
      'style="clip-path:url(#c)"',
      'raster',
    ],
    [
      'a mask',
      '<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="200" height="200"><rect width="200" height="100" fill="#fff"/><rect y="100" width="100" height="100" fill="#888"/></mask>',
      'mask="url(#m)"',
      'raster',
    ],
    [
      'a mask in shares of the group',
      '<mask id="m" maskContentUnits="objectBoundingBox"><rect width="1" height="0.5" fill="#fff"/></mask>',
      'mask="url(#m)"',
      'raster',
    ],
  ])('%s', async (_what, definitions, effect, kind) => {
    const drawn = `<defs>${definitions}</defs><g id="Head" transform="translate(5 5)" ${effect}>${FACE}</g>`;
    const came = await comeIn(file(drawn), 'drawing.svg');
    expect(outline(came.artwork.layers)).toBe('Head (Skull, Mouth)');
    expect(came.artwork.layers[0]!.mask!.kind).toBe(kind);
    expect(came.artwork.layers[0]!.layers.every(({ drawing }) => drawing!.kind === 'vector')).toBe(
      true,
    );
    expect(await shareOffFrom(drawn, came)).toBeLessThan(OFF);
  });

  it.each([
    ['the page', '<rect width="200" height="200"/>'],
    ['all that is in the group', '<rect x="10" y="10" width="175" height="175"/>'],
  ])('a clip around %s is none', async (_what, clip) => {
    const drawn = `<clipPath id="c">${clip}</clipPath><g id="Fox" clip-path="url(#c)">${FACE}</g>`;
    const { artwork } = await comeIn(file(drawn), 'drawing.svg');
    expect(outline(artwork.layers)).toBe('Fox (Skull, Mouth)');
    expect(artwork.layers[0]!.mask).toBeNull();
  });

  it('nothing is seen within an empty clipping path', async () => {
    const drawn = `<clipPath id="c"/><g id="Fox" clip-path="url(#c)">${FACE}</g>${HEAD}`;
    const came = await comeIn(file(drawn), 'drawing.svg');
    expect(outline(came.artwork.layers)).toBe('Fox (Skull, Mouth), Head');
    expect(await shareOffFrom(HEAD, came)).toBeLessThan(OFF);
  });

  it('a shadow becomes a part behind them, and a note says so', async () => {
    const shadow =
      '<filter id="f"><feDropShadow dx="6" dy="6" stdDeviation="2" flood-opacity="0.5"/></filter>';
    const drawn = `${shadow}<g id="Head" filter="url(#f)">${FACE}</g>`;
    const came = await comeIn(file(drawn), 'drawing.svg');
    expect(outline(came.artwork.layers)).toBe('Head (Head shadow, Skull, Mouth)');
    expect(came.artwork.notes).toMatchObject([{ layer: ['Head'] }]);
    expect(came.artwork.notes[0]!.sentence).toMatch(/shadow or glow is a part of its own/);
    expect(await shareOffFrom(drawn, came)).toBeLessThan(OFF);
  });

  it('but a blur over all of them makes one picture of them, and a note says so', async () => {
    const drawn = `<filter id="f"><feGaussianBlur stdDeviation="9"/></filter><g id="Head" filter="url(#f)">${FACE}</g>`;
    const came = await comeIn(file(drawn), 'drawing.svg');
    expect(outline(came.artwork.layers)).toBe('Head');
    expect(came.artwork.notes[0]!.sentence).toMatch(/came in as one picture/);
    expect(await shareOffFrom(drawn, came)).toBeLessThan(OFF);
  });
});

it('names of elements that people read are names of layers', async () => {
  const titled = (title: string, inside: string, id = '') =>
    `<g class="layer" ${id}><title>${title}</title>${inside}</g>`;
  const drawn = titled('Head', '<circle id="svg_1" cx="100" cy="100" r="70"/>', 'id="svg_9"');
  const mouth = titled('Mouth', titled('A', '<rect id="svg_2" width="9" height="9"/>'));
  const { artwork } = await comeIn(file(drawn + mouth), 'drawing.svg');
  expect(outline(artwork.layers)).toBe('Head, Mouth (A)');
});

it('a drawing without a size is as large as what is drawn', async () => {
  const nose = '<g id="Nose"><rect x="10" y="20" width="100" height="50"/></g>';
  const { artwork } = await comeIn(file(nose, ''), 'drawing.svg');
  expect(artwork).toMatchObject({ width: 100, height: 50 });
  expect(artwork.layers[0]!.drawing).toMatchObject({ x: 0, y: 0 });
});
