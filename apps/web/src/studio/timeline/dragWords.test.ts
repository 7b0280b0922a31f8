import { compile } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { wordNear } from './dragWords';

const WORDS = [
  { text: 'the', start: 0.2, end: 0.3 },
  { text: 'harbour', start: 0.3, end: 1 },
  { text: 'master', start: 1.2, end: 1.8 },
];
const material = testMaterial();
const [id, track] = [...material.tracks][0]!;
const { lines } = compile({
  ...material,
  // From the second second of the scene on.
  scene: {
    ...material.scene,
    length: toFlicks(5),
    lines: withRecord(material.scene.lines, 'line', (line) => ({ ...line, start: toFlicks(1) })),
  },
  tracks: new Map([[id, { ...track, words: WORDS }]]),
});
const programs = [...lines.values()];
const at = (time: number, reach = 0.03) => {
  const held = wordNear(programs, time, reach);
  return held && [held.word.index, held.edge];
};

describe('the word at the pointer', () => {
  it('is the one that is said there, also close behind another', () => {
    expect(at(1.6)).toEqual([1, null]);
    expect(at(2.5)).toEqual([2, null]);
    expect(at(1.26)).toEqual([0, null]);
    expect(at(1.31)).toEqual([1, 'start']);
  });
  it('is taken hold of at its edges, where it is wide enough', () => {
    expect(at(1.99)).toEqual([1, 'end']);
    expect(at(2.02)).toEqual([1, 'end']);
    expect(at(2.21)).toEqual([2, 'start']);
    expect(at(1.6, 0.3)).toEqual([1, null]);
  });
  it('is none between words, and where nothing is heard', () => {
    expect(at(2.1)).toBeNull();
    expect(at(1.1)).toBeNull();
    expect(at(0.5)).toBeNull();
    expect(at(4)).toBeNull();
  });
  it('tells where its voice begins', () => {
    expect(wordNear(programs, 1.6, 0.03)!.origin).toBeCloseTo(1);
  });
});
