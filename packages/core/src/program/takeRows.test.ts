import { takeOf, withTake, type PassRecording, type TakeClip } from '../passes';
import { MEMBER, NOD, saidScene } from '../testing/saidScene';
import { hash } from '../testing/testScene';
import { toFlicks } from '../time';
import { withMoverMuted, isInScene, withoutMember, describeChanges } from '../scene';
import { referencesOf } from '../document';
import { compile } from './compile';
import { moverRows } from './moverRows';

const recording: PassRecording = {
  duration: 2,
  channels: [{ control: NOD, times: Float32Array.of(0), values: Float32Array.of(1) }],
};
const material = saidScene();
/** Takes of two seconds each, the lower ones first. */
const sceneWith = (...starts: number[]) => ({
  ...material.scene,
  takes: starts.reduce((table, start, at): Record<string, TakeClip> => {
    const place = { id: `t${at}`, member: MEMBER, name: `Take ${at}`, recording: hash('e') };
    return withTake(table, takeOf({ ...place, start: toFlicks(start) }, recording));
  }, {}),
});
const rows = (...starts: number[]) => {
  const { memos } = compile({ ...material, scene: sceneWith(...starts) });
  return moverRows(memos.get(MEMBER)!.value, { withReactions: false }).map((row) =>
    row.kind === 'takes' ? row.takes.map(({ take }) => take.id) : [row.kind],
  );
};

describe('the rows of takes', () => {
  it('hold those that follow each other, in order of time', () => {
    expect(rows(4, 0, 2)).toEqual([['t1', 't2', 't0']]);
  });
  it('lie above what they win over', () => {
    expect(rows(0, 1, 5)).toEqual([['t1'], ['t0', 't2']]);
    expect(rows(0, 1, 0.5)).toEqual([['t2'], ['t1'], ['t0']]);
    expect(rows(0, 1, 2.5)).toEqual([['t2'], ['t1'], ['t0']]);
  });
});

describe('a scene with takes', () => {
  const scene = sceneWith(0, 1);
  it('mutes them, and loses them with their member', () => {
    const origin = { kind: 'take', id: 't0' } as const;
    expect(isInScene(scene, origin)).toBe(true);
    expect(withMoverMuted(scene, origin, true).takes['t0']!.muted).toBe(true);
    expect(withoutMember(scene, MEMBER).takes).toEqual({});
    expect(Object.keys(withoutMember(scene, 'somebody else').takes)).toEqual(['t0', 't1']);
  });
  it('refers to what was recorded, and says when takes are others', () => {
    expect(referencesOf('scene', scene).tracks.has(hash('e'))).toBe(true);
    expect(describeChanges(scene, sceneWith(0))).toEqual([
      'What was performed is laid down otherwise.',
    ]);
  });
});
