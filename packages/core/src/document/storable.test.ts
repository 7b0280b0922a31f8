import fc from 'fast-check';
import { checkStorable, isStorableText } from './storable';

const check = (value: unknown) => () => checkStorable(value, 'scene');

it('takes whatever JSON can say', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 10, noUnicodeString: true }), (value) => {
      expect(check(value)).not.toThrow();
    }),
  );
});

it.each([
  ['infinity', { a: [1, { b: JSON.parse('1e999') as number }] }, /not finite/],
  ['not a number', [NaN], /not finite/],
  ['NUL', { a: 'x\0y' }, /character/],
  ['half a surrogate pair', ['\ud83c'], /character/],
  ['its other half', ['\udf89\ud83c'], /character/],
  ['a key with NUL', { 'a\0': 1 }, /character/],
])('refuses %s', (_, value, sentence) => {
  expect(check(value)).toThrow(sentence);
});

it('refuses what is nested too deep, without falling over it', () => {
  let deep: unknown = 1;
  for (let level = 0; level < 100_000; level++) deep = [deep];
  expect(check(deep)).toThrow(/too deep/);
});

it('takes text of any script, and pictures of whole pairs', () => {
  expect(isStorableText('Ölçü 日本 🎉 e\u0301')).toBe(true);
});
