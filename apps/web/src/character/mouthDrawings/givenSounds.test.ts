import { characterOf, drawnLayer, groupOf } from '@cruvo/core/testing';
import { likelySounds, withSoundToggled, type SoundsOfDrawings } from './givenSounds';

const seen = (open: number, wide: number) => ({ open, wide, inside: null });
const LOOKS = [seen(4, 60), seen(60, 64), seen(3, 50), seen(20, 80)] as const;

/** What is likely for the drawings of a mouth with the looks above. */
function likely(...names: readonly string[]) {
  const character = characterOf(groupOf('mouth', ...names.map((name) => drawnLayer(name))));
  const ids = names.map((name) => `mouth/${name}`);
  const looks = new Map(ids.map((id, at) => [id, LOOKS[at]!]));
  const sounds = likelySounds(character, looks, ids);
  return ids.map((id) => [sounds.get(id)!.visemes, sounds.get(id)!.by]);
}

it('goes by the look of drawings whose names tell nothing; a second one that is shut is for silence', () => {
  expect(likely('thing 1', 'thing 2', 'thing 3', 'thing 4')).toEqual([
    [[1], 'look'],
    [[10], 'look'],
    [[0], 'look'],
    [[12], 'look'],
  ]);
  expect(likely('thing 1', 'thing 2')).toEqual([
    [[0, 1], 'look'],
    [[10], 'look'],
  ]);
});

it('goes by names first, and gives no sound twice', () => {
  expect(likely('rest', 'thing 2', 'thing 3', 'ah')).toEqual([
    [[0], 'name'],
    [[], 'look'],
    [[1], 'look'],
    [[10], 'name'],
  ]);
});

it('names that all tell the same tell nothing', () => {
  expect(likely('ah', 'thing 2', 'ah (copy)').map(([, by]) => by)).toEqual([
    'look',
    'look',
    'look',
  ]);
});

describe('withSoundToggled', () => {
  const before: SoundsOfDrawings = new Map([
    ['a', { visemes: [1, 10], by: 'look' }],
    ['b', { visemes: [12], by: 'name' }],
  ]);

  it('gives a sound to one drawing and takes it from the others', () => {
    expect([...withSoundToggled(before, 'b', 10)]).toEqual([
      ['a', { visemes: [1], by: 'look' }],
      ['b', { visemes: [10, 12], by: 'hand' }],
    ]);
  });

  it('takes a sound away that the drawing has', () => {
    expect(withSoundToggled(before, 'a', 1).get('a')).toEqual({ visemes: [10], by: 'hand' });
    expect(withSoundToggled(before, 'a', 1).get('b')).toEqual(before.get('b'));
  });
});
