import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { isNestedDeeper } from './nesting';

const bytes = (value: unknown) => strToU8(JSON.stringify(value));
const depthOf = (value: unknown): number =>
  typeof value !== 'object' || value === null
    ? 0
    : 1 + Math.max(0, ...Object.values(value).map(depthOf));

it('finds the depth of any JSON', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
      const depth = depthOf(value);
      expect(isNestedDeeper(bytes(value), depth)).toBe(false);
      if (depth > 0) expect(isNestedDeeper(bytes(value), depth - 1)).toBe(true);
    }),
  );
});

it('takes brackets in texts for what they are', () => {
  expect(isNestedDeeper(bytes({ a: '[[[["[[[\\' }), 1)).toBe(false);
});
