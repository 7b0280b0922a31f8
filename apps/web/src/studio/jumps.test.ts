import { compile } from '@cruvo/core/program';
import { endOf, markersOf, withLines, withMarker, type Line } from '@cruvo/core/scene';
import { testMaterial, testTrack } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { nextJump } from './jumps';

const material = testMaterial();
const line = material.scene.lines['line']!;
const track = {
  ...testTrack([10, 2, 'hello']),
  words: [
    { text: 'hello', start: 0.25, end: 0.5 },
    { text: 'there', start: 1.5, end: 1.75 },
  ],
};
const first: Line = {
  ...line,
  corrections: [{ start: toFlicks(0.5), end: toFlicks(0.75), drawing: 'open' }],
};
/** Says only its second half. */
const second: Line = {
  ...first,
  ...{ id: 'second', start: toFlicks(3), offset: toFlicks(1), length: toFlicks(1) },
};
const scene = withLines(
  { ...material.scene, markers: withMarker(withMarker({}, 'a', toFlicks(1)), 'b', toFlicks(2)) },
  [first, second],
);
const tracks = new Map([[line.track!, track]]);
const program = compile({ ...material, scene, tracks });
const go = (kind: Parameters<typeof nextJump>[1], from: number, direction: 1 | -1) => {
  const time = nextJump(program, kind, toFlicks(from), direction);
  return time === null ? null : time / toFlicks(1);
};

it.each([
  ['line', 0, 1, 3],
  ['line', 2.5, -1, 0],
  ['line', 3, 1, null],
  ['word', 0, 1, 0.25],
  ['word', 0.25, 1, 1.5],
  // The words of what is trimmed away are none.
  ['word', 1.5, 1, 3.5],
  ['word', 9, -1, 3.5],
  ['correction', 0, 1, 0.5],
  ['correction', 0.5, 1, null],
  ['marker', 0, 1, 1],
  ['marker', 1, 1, 2],
  ['marker', 2, -1, 1],
  ['marker', 1, -1, null],
] as const)('the next %s from %d in direction %d is at %d', (kind, from, direction, wanted) => {
  expect(go(kind, from, direction)).toBe(wanted);
});

it('the scene holds what was made for this', () => {
  expect(markersOf(scene)).toHaveLength(2);
  expect(endOf(second)).toBe(toFlicks(4));
});
