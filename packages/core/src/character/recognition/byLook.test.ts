import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';
import type { ArtworkLayer } from '../artwork';
import { proposedByLook } from './byLook';
import { soundsByShape } from './mouthShapes';

const at = (
  name: string,
  x: number,
  y: number,
  width: number,
  height: number,
  hidden = false,
): ArtworkLayer => ({
  ...drawnLayer(name, { x, y, width, height }),
  hidden,
});

/** A head with a face on a body, nothing of it named; the middle of the face is at 50. */
const FACE = [
  at('x1', 20, 60, 60, 40),
  at('x2', 25, 5, 50, 58),
  at('x3', 32, 25, 12, 10),
  at('x4', 36, 28, 4, 4),
  at('x5', 56, 25, 12, 10),
  at('x6', 60, 28, 4, 4),
  at('x7', 31, 29, 14, 3, true),
  at('x8', 55, 29, 14, 3, true),
  at('x9', 32, 19, 12, 3),
  at('x10', 56, 19, 12, 3),
  at('x11', 47, 34, 6, 7),
  at('x12', 40, 48, 20, 4),
];
const said = (...layers: readonly ArtworkLayer[]) =>
  Object.fromEntries(
    proposedByLook(characterOf(...layers)).map(({ part, meaning: { role, side } }) => [
      part,
      side ? `${side} ${role}` : role,
    ]),
  );

it('a face without names has eyes, brows and a mouth by their places; left is the character’s own', () => {
  expect(said(...FACE)).toEqual({
    ...{ x3: 'right white', x4: 'right pupil', x7: 'right closed eye', x9: 'right brow' },
    ...{ x5: 'left white', x6: 'left pupil', x8: 'left closed eye', x10: 'left brow' },
    x12: 'mouth',
  });
});

it('whites without names are found where all around them is told', () => {
  const names = ['body', 'head', null, 'right pupil', null, 'left pupil', 'right closed eye'];
  const rest = ['left closed eye', 'right brow', 'left brow', 'nose', 'mouth'];
  const face = FACE.map((layer, index) => ({
    ...layer,
    name: [...names, ...rest][index] ?? layer.name,
  }));
  expect(said(...face)).toEqual({ x3: 'right white', x5: 'left white' });
});

it('what is as wide as a mouth at the height of the eyes is none', () => {
  const withSpectacles = [...FACE, at('x13', 35, 29, 30, 3)];
  expect(said(...withSpectacles)).toMatchObject({ x12: 'mouth' });
});

it('drawings of a mouth in a group of their own are that mouth', () => {
  const mouths = [
    at('a1', 40, 48, 20, 4),
    at('a2', 42, 46, 16, 10, true),
    at('a3', 44, 46, 12, 12, true),
  ];
  expect(said(...FACE.slice(0, 11), groupOf('x12', ...mouths))).toMatchObject({ x12: 'mouth' });
  const sounds = proposedByLook(
    characterOf(...FACE.slice(0, 11), groupOf('x12', ...mouths)),
  ).flatMap(({ part, meaning }) => (meaning.sound ? [[part, meaning.sound.visemes]] : []));
  expect(sounds).toEqual([
    ['x12/a1', [0]],
    ['x12/a2', [11]],
    ['x12/a3', [10]],
  ]);
});

it('what is named already is not spoken of again', () => {
  const named = FACE.map((layer) => (layer.name === 'x12' ? { ...layer, name: 'mouth' } : layer));
  expect(Object.values(said(...named))).not.toContain('mouth');
  const eyes = FACE.map((layer) =>
    layer.name === 'x3' ? { ...layer, name: 'eye white right' } : layer,
  );
  expect(said(...eyes)).toMatchObject({ x5: 'left white', x4: 'right pupil' });
  expect(Object.values(said(...eyes))).not.toContain('right white');
});

it('eyes without anything inside are open eyes', () => {
  const plain = FACE.filter(({ name }) => !['x4', 'x6', 'x11'].includes(name));
  expect(said(...plain)).toMatchObject({ x3: 'right open eye', x5: 'left open eye' });
});

it('nothing is said of what has no face', () => {
  expect(said(at('a', 0, 0, 50, 50), at('b', 10, 60, 30, 9))).toEqual({});
  // Feet are a pair as well, but not in the upper half.
  expect(said(at('a', 20, 0, 50, 70), at('b', 20, 90, 20, 10), at('c', 50, 90, 20, 10))).toEqual(
    {},
  );
});

it('drawings of a mouth are told by how open and how wide they are', () => {
  const boxes = { flat: [50, 5], tall: [48, 60], wide: [60, 22], round: [30, 48], small: [20, 26] };
  const sounds = soundsByShape(
    new Map(
      Object.entries(boxes).map(([id, [width, height]]) => [
        id,
        { open: height!, wide: width!, inside: null },
      ]),
    ),
  );
  expect(Object.fromEntries(sounds)).toEqual({ flat: 1, tall: 10, wide: 12, round: 13, small: 14 });
});
