import { newCue } from '@cruvo/core/cues';
import { emptyTrack, keptMove, placedMove, withKey } from '@cruvo/core/keys';
import { takeOf, withTake, type PassRecording } from '@cruvo/core/passes';
import { compile, moverRows, type MoverRow } from '@cruvo/core/program';
import type { SceneReaction } from '@cruvo/core/reactions';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import type { Scene } from '@cruvo/core/scene';
import { clipActions } from '../clipActions';
import type { OpenScene } from '../SceneContext';
import { createSceneStore } from '../sceneStore';
import { dragMover, heldTogether, movedBy, moverNear, type HeldMover } from './dragMovers';
import { xAt } from './viewport';

const material = testMaterial();
const { id: member, character } = Object.values(material.scene.cast)[0]!;
const track = [0, 1, 2].reduce(
  (now, time) => withKey(now, toFlicks(time), time),
  emptyTrack('k', member, 'gaze/x'),
);
const wave = keptMove('wave', 'Wave', [track], { start: 0, end: toFlicks(1) })!;
const reaction: SceneReaction = {
  ...{ id: 'loud', order: 'a', member, name: 'Loud', signal: { kind: 'speaking', of: 'own' } },
  ...{ low: null, high: null, shaping: [], targets: [{ control: 'gaze/x', amount: 1 }] },
  ...{ mix: 'add', weight: 1, muted: false },
  stretch: { start: toFlicks(1), end: toFlicks(2) },
};
const recording: PassRecording = {
  duration: 2,
  channels: [{ control: 'gaze/x', times: Float32Array.of(0), values: Float32Array.of(1) }],
};
const hash = 'c'.repeat(64);
const place = { id: 't', member, name: 'Take', recording: hash, start: toFlicks(1) };
const scene = {
  ...material.scene,
  takes: withTake({}, takeOf(place, recording)),
  keys: { k: track },
  moves: { laid: placedMove('laid', member, 'wave', toFlicks(1)) },
  cues: {
    fired: {
      ...{ id: 'fired', member, cue: 'wink', start: toFlicks(1), length: toFlicks(1) },
      hook: null,
    },
  },
  reactions: { loud: reaction },
};
const { memos } = compile({
  ...material,
  recordings: new Map([[hash, recording]]),
  characters: new Map([
    [
      character,
      {
        ...material.characters.get(character)!,
        moves: { wave },
        cues: { wink: { ...newCue('wink', 'Wink', 'w'), order: 'a' } },
      },
    ],
  ]),
  scene,
});
const rows = moverRows(memos.get(member)!.value, { withReactions: true });
const rowOf = (kind: MoverRow['kind']) => rows.find((row) => row.kind === kind)!;
const viewport = { start: 0, scale: 100 };
const near = (kind: MoverRow['kind'], time: number): HeldMover | null =>
  moverNear(rowOf(kind), viewport, { x: xAt(viewport, time), y: 0, time });
/** A second, in frames of the scene. */
const SECOND = 24;

describe('what moves a member is taken hold of', () => {
  it('by a key near the pointer, and by the whole between keys', () => {
    expect(near('keys', 1.03)).toMatchObject({ grip: 'key', time: toFlicks(1) });
    expect(near('keys', 1.5)).toMatchObject({ grip: 'whole' });
    expect(near('keys', 2.5)).toBeNull();
  });
  it('by a move, or its end', () => {
    expect(near('moves', 1.02)).toMatchObject({ grip: 'whole' });
    expect(near('moves', 2.04)).toMatchObject({ grip: 'end' });
    expect(near('moves', 0.5)).toBeNull();
  });
  it('by a take, its edges, or the corners of its fades', () => {
    const grips = [1.02, 1.25, 2, 2.75, 2.97].map((time) => near('takes', time)!.grip);
    expect(grips).toEqual(['start', 'fade in', 'whole', 'fade out', 'end']);
    expect([near('takes', 0.9), near('takes', 3.1)]).toEqual([null, null]);
    expect(near('takes', 0.96)).toMatchObject({ grip: 'start' });
  });
  it('by a cue, or its end', () => {
    expect([1.02, 1.5, 1.97].map((time) => near('cues', time)!.grip)).toEqual([
      'whole',
      'whole',
      'end',
    ]);
    expect(near('cues', 0.5)).toBeNull();
  });
  it('by the stretch of a reaction, or either end of it', () => {
    expect([1.02, 1.5, 1.97].map((time) => near('reaction', time)!.grip)).toEqual([
      'start',
      'whole',
      'end',
    ]);
    expect(near('reaction', 0.5)).toBeNull();
  });
});

describe('what moves a member is dragged', () => {
  const moved = (kind: MoverRow['kind'], time: number, frames: number) =>
    movedBy(scene, near(kind, time)!, frames);
  const times = (now: typeof scene | ReturnType<typeof movedBy>) =>
    now.keys['k']!.keys.map(({ time }) => toSeconds(time));

  it('in whole frames: one key between its neighbours, or all keys', () => {
    expect(scene.frameRate).toBe(String(SECOND));
    expect(times(moved('keys', 1, 12))).toEqual([0, 1.5, 2]);
    expect(times(moved('keys', 1, 90))[1]).toBeCloseTo(2, 6);
    expect(times(moved('keys', 1.5, 12))).toEqual([0.5, 1.5, 2.5]);
    expect(times(moved('keys', 1.5, -90))).toEqual([0, 1, 2]);
  });
  it('to another start, or until it has been made oftener', () => {
    expect(moved('moves', 1.5, SECOND).moves['laid']).toMatchObject({ start: toFlicks(2) });
    expect(moved('moves', 1.5, -900).moves['laid']).toMatchObject({ start: 0 });
    expect(moved('moves', 2, SECOND).moves['laid']).toMatchObject({ times: 2 });
    expect(moved('moves', 2, -900).moves['laid']!.times).toBeCloseTo(0.05, 2);
  });
  it('as a cue: elsewhere, or on for longer', () => {
    const { cues: later } = moved('cues', 1.5, SECOND);
    expect(later['fired']).toMatchObject({ start: toFlicks(2), length: toFlicks(1) });
    expect(moved('cues', 2, SECOND).cues['fired']).toMatchObject({ length: toFlicks(2) });
    expect(toSeconds(moved('cues', 2, -90).cues['fired']!.length)).toBeCloseTo(1 / SECOND);
  });
  it('as a take: elsewhere, over less of what was recorded, or coming and going longer', () => {
    const take = (time: number, frames: number) => {
      const { start, length, offset, fadeIn, fadeOut } = moved('takes', time, frames).takes['t']!;
      return [start, length, offset, fadeIn, fadeOut].map(toSeconds);
    };
    expect(take(2, SECOND)).toEqual([2, 2, 0, 0.25, 0.25]);
    expect(take(2, -900)).toEqual([0, 2, 0, 0.25, 0.25]);
    expect(take(1, 12)).toEqual([1.5, 1.5, 0.5, 0.25, 0.25]);
    expect(take(1, -900)).toEqual([1, 2, 0, 0.25, 0.25]);
    expect(take(2.99, -SECOND)).toEqual([1, 1, 0, 0.25, 0.25]);
    expect(take(2.99, 900)).toEqual([1, 2, 0, 0.25, 0.25]);
    expect(take(1.25, 6)).toEqual([1, 2, 0, 0.5, 0.25]);
    expect(take(1.25, -900)).toEqual([1, 2, 0, 0, 0.25]);
    expect(take(2.75, -6)).toEqual([1, 2, 0, 0.25, 0.5]);
    expect(take(2.75, -900)).toEqual([1, 2, 0, 0.25, 1.75]);
  });
  it('over another stretch, which stays at least a frame long', () => {
    const stretch = (time: number, frames: number) => {
      const { start, end } = moved('reaction', time, frames).reactions['loud']!.stretch!;
      return [toSeconds(start), toSeconds(end)];
    };
    expect(stretch(1.5, SECOND)).toEqual([2, 3]);
    expect(stretch(1, -SECOND)).toEqual([0, 2]);
    expect(stretch(2, SECOND)).toEqual([1, 3]);
    const [start, end] = stretch(1, 5 * SECOND);
    expect(end! - start!).toBeCloseTo(1 / SECOND, 6);
  });
});

describe('several clips that are chosen', () => {
  const chosen = new Set(['take t', 'cue fired', 'move laid', 'cue gone']);
  const open = () => {
    const store = createSceneStore(scene as Scene);
    return { store, transport: { seek: () => undefined } } as unknown as OpenScene;
  };
  const at = (time: number) => ({ x: 0, y: 0, time });
  /** Drags all that are chosen by one of them. */
  function dragged(held: HeldMover, from: number, to: number, how = (one: HeldMover) => one) {
    const opened = open();
    const all = heldTogether(rows, chosen, held.grip).map(how);
    const drag = dragMover(opened, held, at(from), all);
    drag.move(at(to), { ripple: false, free: false });
    drag.end();
    const { takes, cues, moves } = opened.store.getState().scene;
    opened.store.history.undo();
    // All of it is one step.
    expect(opened.store.getState().scene).toEqual(scene);
    return { take: takes['t']!, cue: cues['fired']!, move: moves['laid']! };
  }

  it('go along with one of them, as far apart as they were, and not before the beginning', () => {
    const later = dragged(near('cues', 1.5)!, 1.5, 3.5);
    expect([later.take.start, later.cue.start, later.move.start]).toEqual([3, 3, 3].map(toFlicks));
    const cueAfterThem = (one: HeldMover): HeldMover =>
      one.kind === 'cue' ? { ...one, span: { ...one.span, start: toFlicks(1.5) } } : one;
    const first = dragged(near('takes', 2)!, 2, -8, cueAfterThem);
    expect([first.take.start, first.cue.start, first.move.start].map(toSeconds)).toEqual([
      0, 0.5, 0,
    ]);
  });
  it('are trimmed together', () => {
    const { take, cue, move } = dragged(near('takes', 2.99)!, 3, 2.5);
    expect([take.length, cue.length].map(toSeconds)).toEqual([1.5, 0.5]);
    expect(move.times).toBeLessThan(1);
  });
  it('a cue alone snaps to a word, unless nothing is to snap', () => {
    const opened = open();
    const snaps = [[toFlicks(2.03)], toFlicks(0.1)] as const;
    const held = near('cues', 1.5)!;
    const drag = dragMover(opened, held, at(1.5), [held], snaps);
    const start = () => toSeconds(opened.store.getState().scene.cues['fired']!.start);
    expect(drag.move(at(2.55), { ripple: false, free: false })).toBeCloseTo(2.03);
    expect(start()).toBeCloseTo(2.03);
    expect(drag.move(at(2.5), { ripple: false, free: true })).toBeNull();
    expect(start()).toBeCloseTo(2);
    drag.move(at(3.5), { ripple: false, free: false });
    expect(start()).toBeCloseTo(3);
  });
  it('are one alone where one is clicked', () => {
    const opened = open();
    const held = near('cues', 1.5)!;
    dragMover(opened, held, at(1.5)).end();
    expect([...opened.store.getState().clips]).toEqual(['cue fired']);
    expect(clipActions.again(opened.store, toFlicks(5))).toBe(true);
    const { scene: now, clips } = opened.store.getState();
    expect(Object.values(now.cues).map(({ start }) => toSeconds(start))).toEqual([1, 5]);
    expect(clips.has('cue fired')).toBe(false);
    expect(clipActions.remove(opened.store)).toBe(true);
    expect(Object.keys(opened.store.getState().scene.cues)).toEqual(['fired']);
    expect(clipActions.remove(opened.store)).toBe(false);
  });
});
