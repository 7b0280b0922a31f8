import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { withParts } from './edits';
import { partsOf } from './partList';
import { pictureOfPart } from './partPicture';
import { branchOf } from './tree';

const hidden = (name: string) => ({ ...drawnLayer(name), hidden: true });
const character = characterOf(
  groupOf('eye', drawnLayer('white', { x: 10, y: 20, width: 30, height: 10 }), hidden('closed')),
  groupOf('kept', hidden('brooch'), hidden('collar')),
  groupOf('empty'),
);
const idsIn = (id: string, of = character) =>
  pictureOfPart(branchOf(partsOf(of), id), of.drawings)?.items.map((item) => item.id);

it('shows a part that is hidden, and of a group what is seen in it', () => {
  expect(idsIn('eye/closed')).toEqual(['eye/closed']);
  expect(idsIn('eye')).toEqual(['eye/white']);
});

it('shows all of a group of which nothing is seen, and nothing where nothing is drawn', () => {
  expect(idsIn('kept')).toEqual(['kept/brooch', 'kept/collar']);
  expect(idsIn('empty')).toBeUndefined();
});

it('shows a part as drawn, wherever it rests and whatever clips it', () => {
  const rest = { x: 500, y: 0, turn: 1, scale: 3 };
  const moved = withParts(character, ['eye/white'], { rest, clipped: true });
  const { items, box } = pictureOfPart(branchOf(partsOf(moved), 'eye/white'), moved.drawings)!;
  expect(box).toMatchObject({ x: 10, y: 20, width: 30, height: 10 });
  expect(items).toMatchObject([{ id: 'eye/white', matrix: [1, 0, 0, 1, 10, 20] }]);
});
