import { readLayers, type SvgLayer } from './layers';
import { withPiecesNamed } from './pieces';

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inside}</svg>`;
const circle = (x: number, look = '') => `<circle cx="${x}" cy="50" r="5" ${look}/>`;

/** The boxes of the layers that a drawing comes apart into, from the left: x and width. */
function pieces(inside: string, kind: 'groups' | 'shapes' = 'shapes') {
  const named = withPiecesNamed(svg(inside), kind);
  const leaves = (layer: SvgLayer): SvgLayer[] =>
    layer.picture ? [layer] : layer.layers.flatMap(leaves);
  return named === null
    ? null
    : readLayers(named)
        .layers.flatMap(leaves)
        .map(({ picture }) => [picture!.box.x, picture!.box.width]);
}

it('shapes come apart however deep they lie, groups as they lie side by side', () => {
  const nested = `<g><g>${circle(10)}${circle(30)}</g><g transform="translate(40)">${circle(20)}</g></g>`;
  expect(pieces(nested)).toEqual([
    [5, 10],
    [25, 10],
    [55, 10],
  ]);
  expect(pieces(nested, 'groups')).toEqual([
    [5, 30],
    [55, 10],
  ]);
});

it('there is nothing to take apart in one shape, nor in one group of them', () => {
  expect(pieces(circle(10))).toBeNull();
  expect(pieces(`<g>${circle(10)}</g>`, 'groups')).toBeNull();
});

it('a group that is faded, clipped or blended stays together', () => {
  for (const look of ['opacity="0.5"', 'style="mix-blend-mode:multiply"', 'clip-path="url(#c)"']) {
    const inside = `<clipPath id="c"><rect width="90" height="90"/></clipPath><g ${look}>${circle(10)}${circle(30)}</g>${circle(70)}`;
    expect(withPiecesNamed(svg(inside), 'shapes')!.match(/piece \d/g)).toEqual([
      'piece 1',
      'piece 2',
    ]);
  }
});

it('a path comes apart at outlines that don’t meet; a hole stays in what is around it', () => {
  const ring = 'M0 0h20v20h-20ZM5 5h10v10h-10Z';
  expect(pieces(`<path fill-rule="evenodd" d="${ring}M60 0h20v20h-20z"/>`)).toEqual([
    [0, 20],
    [60, 20],
  ]);
  expect(withPiecesNamed(svg(`<path d="${ring}"/>`), 'shapes')).toBeNull();
  // Two that only a third one brings together.
  expect(
    withPiecesNamed(svg('<path d="M0 0h10v10zM20 0h10v10zM5 5h20v1z"/>'), 'shapes'),
  ).toBeNull();
});

it('relative moves begin where the outline before them ended', () => {
  expect(pieces('<path d="m10 10h10v10h-10zm40 0h10v10h-10z"/>')).toEqual([
    [10, 10],
    [50, 10],
  ]);
});

it('what is used by name is found again, and keeps its paint', () => {
  const inside = `<defs><linearGradient id="g"><stop stop-color="#f00"/></linearGradient></defs><g fill="url(#g)">${circle(10)}${circle(30)}</g>`;
  const { layers } = readLayers(withPiecesNamed(svg(inside), 'shapes')!);
  const [group] = layers;
  expect(group!.layers.map(({ picture }) => picture!.svg.includes('linearGradient'))).toEqual([
    true,
    true,
  ]);
});
