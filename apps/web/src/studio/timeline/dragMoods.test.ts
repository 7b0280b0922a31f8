import { compile } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { moodNear } from './dragMoods';

const material = testMaterial();
const moods = [0.5, 1.5].map((time) => {
  return { time: toFlicks(time), mood: 'cross', pauseDrawing: null, blend: 0 };
});
const { lines } = compile({
  ...material,
  // From the third second of the scene on.
  scene: {
    ...material.scene,
    length: toFlicks(6),
    lines: withRecord(material.scene.lines, 'line', (line) => {
      return { ...line, start: toFlicks(2), moods };
    }),
  },
});
const near = (time: number) =>
  moodNear([...lines.values()], toFlicks(time), toFlicks(0.1))?.time ?? null;

it('a change of mood is taken hold of where the pointer is near it', () => {
  expect([2.45, 2.55, 3.5].map(near)).toEqual([0.5, 0.5, 1.5].map(toFlicks));
  expect([2.3, 3, 3.7, 0.5, 5].map(near)).toEqual([null, null, null, null, null]);
});
