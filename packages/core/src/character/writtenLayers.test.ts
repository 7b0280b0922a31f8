import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import type { WrittenLayer } from '../formats/svg/writeLayers';
import { withGroup, withParts } from './edits';
import { writtenLayers } from './writtenLayers';

const character = characterOf(
  drawnLayer('body'),
  groupOf('mouth', drawnLayer('rest'), drawnLayer('ah')),
);
const names = (layers: readonly WrittenLayer<unknown>[]): unknown[] =>
  layers.map(({ name, layers: inside }) => (inside.length > 0 ? [name, names(inside)] : name));
const media = ({ media: hash }: { media: string }) => hash;

it('layers are the parts, with their groups and their order', () => {
  expect(names(writtenLayers(character, media))).toEqual(['body', ['mouth', ['rest', 'ah']]]);
  const grouped = withGroup(character, ['body'], 'clothes');
  expect(names(writtenLayers(grouped, media))[0]).toEqual(['clothes', ['body']]);
});
it('of drawings that are seen one at a time, those that wait are hidden', () => {
  const [, mouth] = writtenLayers(character, media);
  expect(mouth!.layers.map(({ hidden }) => hidden)).toEqual([false, true]);
});
it('looks are kept, rest poses are not', () => {
  const changed = withParts(character, ['body'], {
    opacity: 0.5,
    blend: 'multiply',
    clipped: true,
    rest: { x: 9, y: 9, turn: 1, scale: 2 },
  });
  const [body] = writtenLayers(changed, ({ x, y }) => [x, y]);
  expect(body).toMatchObject({ opacity: 0.5, blend: 'multiply', clipped: true, picture: [0, 0] });
});
