import { nextName } from './nextName';

it('keeps a name that nothing else has, and counts on from others', () => {
  expect(nextName('Scene', ['Fog'])).toBe('Scene');
  expect(nextName('Scene', ['Scene'])).toBe('Scene 2');
  expect(nextName('Scene', ['Scene', 'Scene 2', 'Scene 4'])).toBe('Scene 3');
});

it('a copy of a copy is no copy of “copy”', () => {
  expect(nextName('Fog 2', ['Fog', 'Fog 2'])).toBe('Fog 3');
});
