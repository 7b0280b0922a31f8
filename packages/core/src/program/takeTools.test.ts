import { controlsOf } from '../character/controls';
import { ControlSet, type Control } from '../controls';
import { keyValueAt } from '../keys';
import { takeOf, type PassRecording, type TakeClip } from '../passes';
import { MEMBER, NOD, saidScene } from '../testing/saidScene';
import { hash } from '../testing/testScene';
import { toFlicks } from '../time';
import { takeSources } from './takeSources';
import { mirroredTake, takeForOther, takesBeside, withKeysOfTake } from './takeTools';

const range = (id: string, change: object = {}): Control => {
  return { id, label: id, kind: 'range', min: -1, max: 1, rest: 0, ...change };
};
const recordingOf = (...controls: string[]): PassRecording => ({
  duration: 2,
  channels: controls.map((control) => {
    return { control, times: Float32Array.of(0, 1, 2), values: Float32Array.of(0, 0.8, 0) };
  }),
});
const take = (recording: PassRecording, change: Partial<TakeClip> = {}): TakeClip => ({
  ...takeOf(
    { id: 't', member: MEMBER, name: 'Take', recording: hash('e'), start: toFlicks(1) },
    recording,
  ),
  ...{ order: 'a0', fadeIn: 0, fadeOut: 0 },
  ...change,
});
/** What a take makes of a control at a time. */
function played(controls: ControlSet, one: TakeClip, recording: PassRecording, control: string) {
  const values = Float64Array.from(controls.rest);
  const slot = controls.slots.get(control)!;
  for (const source of takeSources(controls, [{ take: one, recording }])) {
    source.sample(toFlicks(2), values);
  }
  return values[slot]!;
}

describe('a take that is mirrored', () => {
  const character = saidScene().characters.get('chart')!;
  const recording = recordingOf('brow.left.raise', 'gaze/x', 'gaze/y', NOD);
  const controls = new ControlSet([
    ...[range('brow.left.raise'), range('brow.right.raise'), range(NOD)],
    {
      ...{ id: 'gaze', label: 'Gaze', kind: 'point', rest: { x: 0, y: 0 } },
      ...{ bounds: { x: -1, y: -1, width: 2, height: 2 }, reach: { x: 1, y: 1 } },
    },
  ]);
  const mirrored = mirroredTake(take(recording), character, controls);
  it('does to the right what was done to the left, and looks to the other side', () => {
    const value = (control: string) => played(controls, mirrored, recording, control);
    expect([value('brow.left.raise'), value('brow.right.raise')]).toEqual([0, expect.closeTo(0.8)]);
    const gaze = Float64Array.from(controls.rest);
    for (const source of takeSources(controls, [{ take: mirrored, recording }])) {
      source.sample(toFlicks(2), gaze);
    }
    const at = controls.slots.get('gaze')!;
    expect([gaze[at], gaze[at + 1]]).toEqual([expect.closeTo(-0.8), expect.closeTo(0.8)]);
    expect(value(NOD)).toBeCloseTo(0.8);
  });
  it('is itself again when it is mirrored twice', () => {
    expect(mirroredTake(mirrored, character, controls)).toEqual(take(recording));
  });
  it('keeps one side where there is no other', () => {
    const one = new ControlSet([range('brow.left.raise')]);
    expect(mirroredTake(take(recordingOf('brow.left.raise')), character, one).channels).toEqual(
      take(recordingOf('brow.left.raise')).channels,
    );
  });
});

describe('a take that somebody else does', () => {
  const recording = recordingOf('nod', 'wink');
  const from = new ControlSet([range('nod'), range('wink')]);
  it('goes as far of their own way, from where they rest', () => {
    const to = new ControlSet([range('nod', { min: -0.1, max: 0.7, rest: 0.3 })]);
    const copy = takeForOther(take(recording), from, to, 'bo', 'copy')!;
    expect(copy).toMatchObject({ id: 'copy', member: 'bo', channels: [{ control: 'nod' }] });
    expect(played(to, copy, recording, 'nod')).toBeCloseTo(0.3 + 0.4 * 0.8);
  });
  it('is none where they have nothing that it moves', () => {
    expect(
      takeForOther(take(recording), from, new ControlSet([range('ear')]), 'bo', 'x'),
    ).toBeNull();
  });
});

it('takes beside one are those of the same channels at the same time', () => {
  const one = take(recordingOf('nod'));
  const all = [
    one,
    take(recordingOf('nod'), { id: 'over', start: toFlicks(2) }),
    take(recordingOf('nod'), { id: 'later', start: toFlicks(3) }),
    take(recordingOf('wink'), { id: 'else' }),
  ];
  expect(takesBeside(one, all).map(({ id }) => id)).toEqual(['over']);
});

describe('keys that are made of a take', () => {
  const material = saidScene();
  const controls = controlsOf(material.characters.get('chart')!);
  const recording = recordingOf(NOD);
  const keysOf = (one: TakeClip, keys = {}) =>
    Object.values(
      withKeysOfTake(keys, controls, { take: one, recording }, '24', () => crypto.randomUUID()),
    );
  it('are few, and follow what was performed', () => {
    const [track] = keysOf(take(recording));
    expect(track).toMatchObject({ control: NOD, member: MEMBER, mix: 'replace' });
    expect(track!.keys.length).toBeLessThan(8);
    for (const [time, value] of [
      [1.5, 0.4],
      [2, 0.8],
      [2.5, 0.4],
    ] as const) {
      expect(keyValueAt(track!.keys, toFlicks(time))).toBeCloseTo(value, 1);
    }
  });
  it('leave out what is muted, and take the place of those at their time', () => {
    const channels = take(recording).channels.map((channel) => ({ ...channel, muted: true }));
    expect(keysOf(take(recording, { channels }))).toEqual([]);
    const easing = { kind: 'held' } as const;
    const before = {
      ...{
        id: 'known',
        member: MEMBER,
        control: NOD,
        mix: 'replace' as const,
        muted: false,
        soft: 0,
      },
      keys: [0.5, 1.5, 9].map((time) => ({ time: toFlicks(time), value: -1, easing })),
    };
    const [track] = keysOf(take(recording), { known: before });
    expect(track!.id).toBe('known');
    expect(track!.keys.filter(({ value }) => value === -1).map(({ time }) => time)).toEqual(
      [0.5, 9].map((time) => toFlicks(time)),
    );
  });
});
