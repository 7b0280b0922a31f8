import { testFolder, write } from '@cruvo/media/testing';
import { comeIn, onWhite, painted, shareOff, type CameIn } from '../testing/artworkPictures';

const folder = testFolder();
/** Pixels a side of both pictures. */
const SIDE = 300;
/** Share of pixels that may be off: edges. */
const OFF = 0.01;

const NAMESPACES =
  'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape"';
const STOPS = '<stop offset="0" stop-color="#d03010"/><stop offset="1" stop-color="#10a0f0"/>';
const WIDE = '<rect x="20" y="30" width="160" height="60"';

/** Drawings that need more of SVG than plain shapes, as drawing programs write them. */
const DRAWINGS: readonly (readonly [what: string, inside: string, root?: string])[] = [
  [
    'several gradients with the same stops, two of them on three shapes',
    `<defs><linearGradient id="s">${STOPS}</linearGradient><linearGradient id="t"><stop offset="0" stop-color="#208020"/><stop offset="1" stop-color="#f0f020"/></linearGradient>
     <linearGradient id="a" xlink:href="#s" x1="0" x2="0" y2="1"/><linearGradient id="b" xlink:href="#s"/><linearGradient id="c" xlink:href="#t"/></defs>
     <rect width="60" height="60" fill="url(#a)"/><rect x="70" width="60" height="60" fill="url(#b)"/><rect x="140" width="60" height="60" fill="url(#c)"/><rect y="70" width="60" height="60" fill="url(#a)"/>`,
  ],
  [
    'a gradient from a gradient from a gradient',
    `<defs><linearGradient id="a">${STOPS}</linearGradient><linearGradient id="b" xlink:href="#a" gradientUnits="userSpaceOnUse" x1="20" x2="180"/><linearGradient id="c" xlink:href="#b" gradientTransform="rotate(20)"/></defs>${WIDE} fill="url(#c)"/>`,
  ],
  [
    'a slanting gradient over a wide box',
    `<defs><linearGradient id="a" x2="1" y2="1">${STOPS}</linearGradient></defs>${WIDE} fill="url(#a)"/>`,
  ],
  [
    'a gradient on a turned shape',
    `<defs><linearGradient id="a">${STOPS}</linearGradient></defs><g transform="translate(60 -20) rotate(35)">${WIDE} fill="url(#a)"/></g>`,
  ],
  [
    'a round gradient over a wide box',
    `<defs><radialGradient id="a">${STOPS}</radialGradient></defs>${WIDE} fill="url(#a)"/>`,
  ],
  [
    'a round gradient from beside its middle, stretched and turned',
    `<defs><radialGradient id="a" gradientUnits="userSpaceOnUse" cx="0" cy="0" r="50" fx="25" fy="10" gradientTransform="translate(100 90) rotate(30) scale(1.6 0.6)">${STOPS}</radialGradient></defs><circle cx="100" cy="90" r="85" fill="url(#a)"/>`,
  ],
  [
    'stops out of order and beyond the ends',
    `<defs><linearGradient id="a"><stop offset="-0.2" stop-color="#000"/><stop offset="0.6" stop-color="#f00"/><stop offset="0.4" stop-color="#0f0"/><stop offset="150%" stop-color="#00f"/></linearGradient></defs>${WIDE} fill="url(#a)"/>`,
  ],
  [
    'a line stretched more one way than the other',
    '<g transform="scale(4 1)"><path d="M8 30 L30 90 L42 30" fill="none" stroke="#204060" stroke-width="8" stroke-linejoin="round"/></g>',
  ],
  [
    'sharp corners',
    '<path d="M20 180 L40 20 L60 180 L120 170 L30 160" fill="none" stroke="#204060" stroke-width="10"/>',
  ],
  [
    'colours by name, with less than all of them seen',
    '<g color="teal"><rect width="90" height="90" fill="tomato" fill-opacity="50%"/><rect x="50" y="50" width="90" height="90" fill="currentColor" style="fill-opacity:0.4 !important"/><rect x="90" y="90" width="80" height="80" fill="rgb(20%, 40%, 90%)" opacity="70%"/></g>',
  ],
  [
    'what the drawing hands down to all',
    '<circle cx="100" cy="100" r="70"/><path d="M20 20h60"/>',
    'fill="none" stroke="#a02060" stroke-width="6"',
  ],
  [
    'a choice of which the first is another kind of page',
    '<switch><foreignObject requiredExtensions="http://example.org/ours" width="9" height="9"/><g><rect width="90" height="150" fill="#208040"/></g></switch>',
  ],
  [
    'a drawing inside the drawing',
    '<svg x="40" y="40" width="100" height="50" viewBox="0 0 10 10"><rect width="10" height="10" fill="#c02020"/></svg><rect y="150" width="200" height="20"/>',
  ],
  [
    'clipping by a clone',
    '<defs><circle id="c" cx="100" cy="100" r="60"/></defs><clipPath id="k"><use xlink:href="#c"/></clipPath><rect width="200" height="100" fill="#4020a0" clip-path="url(#k)"/>',
  ],
  [
    'a program’s own attributes beside a filter',
    '<defs><filter id="f" inkscape:collect="always"><feGaussianBlur stdDeviation="4" inkscape:collect="always"/></filter></defs><g inkscape:label="glow"><circle inkscape:collect="yes" cx="100" cy="100" r="50" fill="#e0a000" filter="url(#f)"/></g>',
  ],
  [
    'a page wider than its viewBox',
    '<rect width="200" height="200" fill="#80a0c0"/><rect x="-90" width="60" height="90" fill="#c02020"/>',
    'width="800" height="400"',
  ],
];

let count = 0;

async function both(inside: string, root = '') {
  // A name of its own: files that are read again come from a cache.
  const path = write(
    folder,
    `drawing${++count}.svg`,
    `<svg ${NAMESPACES} viewBox="0 0 200 200" ${root}>${inside}</svg>`,
  );
  const came = await comeIn(path, 'drawing.svg');
  const ours = await painted(came, { width: SIDE, height: SIDE });
  return { came, off: shareOff(await onWhite(ours, SIDE), await onWhite(path, SIDE)) };
}

/** Whether something of a drawing was not kept as a vector. */
const wasPainted = ({ artwork }: CameIn) =>
  artwork.layers.some(({ drawing }) => drawing?.kind === 'raster');

describe('a drawing comes in as another renderer paints it', () => {
  it.each(DRAWINGS.map(([what, ...drawing]) => [what, drawing] as const))(
    '%s',
    async (_what, [inside, root]) => {
      const { came, off } = await both(inside, root);
      expect(came.artwork.notes).toEqual([]);
      expect(off).toBeLessThan(OFF);
    },
  );

  it('and stays a vector where it is made of shapes, lines and gradients', async () => {
    const kept = DRAWINGS.filter(([, inside]) => !/filter|clipPath|<svg/.test(inside));
    expect(kept.length).toBeGreaterThan(10);
    for (const [, inside, root] of kept) {
      expect(wasPainted((await both(inside, root)).came)).toBe(false);
    }
  });
});
