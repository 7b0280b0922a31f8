import { characterOf, drawnLayer, groupOf } from '@cruvo/core/testing';
import { mouthDrawingsIn } from './mouthDrawingsIn';

const character = characterOf(
  groupOf('things', drawnLayer('thing 1'), drawnLayer('thing 2')),
  groupOf('nested', groupOf('deep', drawnLayer('thing 3')), drawnLayer('thing 4')),
  drawnLayer('thing 5'),
);
const found = (...chosen: readonly string[]) => mouthDrawingsIn({ character, chosen });

it('several chosen parts are drawings, from the front as the list shows them', () => {
  expect(found('things/thing 1', 'thing 5')).toEqual(['thing 5', 'things/thing 1']);
});

it('of one chosen group what it holds are drawings, where nothing in it is a group', () => {
  expect(found('things')).toEqual(['things/thing 2', 'things/thing 1']);
  expect(found('nested')).toBeNull();
});

it('one drawing alone is no mouth, nor is nothing', () => {
  expect(found('thing 5')).toBeNull();
  expect(found()).toBeNull();
});
