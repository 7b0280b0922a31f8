import { TypedDrawing } from './findDrawing';

const drawings = ['ah', 'a wide smile', 'oh', 'o', 'p b m', 'rest'].map((label) => ({
  ...{ drawing: `mouth/${label}`, label, articulation: null, mood: null },
}));
const type = (letters: string, gap = 100) => {
  const typed = new TypedDrawing();
  return [...letters].map((letter, at) => typed.take(letter, drawings, at * gap));
};

it('finds a drawing by the first letters of its name; a name that is all of it comes first', () => {
  expect(type('ah')).toEqual(['mouth/ah', 'mouth/ah']);
  expect(type('oh')).toEqual(['mouth/o', 'mouth/oh']);
  expect(type('R')).toEqual(['mouth/rest']);
});

it('finds words inside names', () => {
  expect(type('sm')).toEqual(['mouth/a wide smile', 'mouth/a wide smile']);
  expect(type('m')).toEqual(['mouth/p b m']);
});

it('begins anew after a pause, or where nothing is called so', () => {
  expect(type('oh', 2000)).toEqual(['mouth/o', null]);
  expect(type('or')).toEqual(['mouth/o', 'mouth/rest']);
  expect(type('x')).toEqual([null]);
});
