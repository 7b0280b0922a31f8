import { visemeOfLabel } from './visemeOfLabel';

it.each([
  ['AA1', 10],
  ['aa', 10],
  ['AY0', 10],
  ['m', 1],
  ['ʃ', 6],
  ['uː', 14],
  ['7', 7],
  ['', 0],
  ['sil', 0],
  ['SP', 0],
  ['<p:>', 0],
  ['15', null],
  ['?', null],
])('the sound %s has the viseme %s', (label, viseme) => {
  expect(visemeOfLabel(label)).toBe(viseme);
});
