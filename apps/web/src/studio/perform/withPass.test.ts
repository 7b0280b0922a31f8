import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { withPass } from './withPass';

const { scene } = testMaterial();
const [member] = Object.keys(scene.cast) as [string];
const recording = {
  duration: 2,
  channels: [{ control: 'nod', times: Float32Array.of(0), values: Float32Array.of(1) }],
};
const fired = { cue: 'wink', start: toFlicks(0.5), length: toFlicks(1) };
const pass = { id: 'pass', member, from: 3, recording, cues: [fired], complete: true };
const ids = () => {
  let next = 0;
  return () => `id-${next++}`;
};
const hash = 'a'.repeat(64);

it('a pass is laid down where it was performed: a take, and the cues that were fired', () => {
  const laid = withPass(scene, pass, hash, ids());
  const [take] = Object.values(laid.takes);
  expect(take).toMatchObject({ member, name: 'Take 1', recording: hash, start: toFlicks(3) });
  expect(Object.values(laid.cues)).toEqual([
    {
      ...{ id: 'id-0', member, cue: 'wink', start: toFlicks(3.5), length: toFlicks(1) },
      hook: null,
    },
  ]);
  const again = withPass(laid, { ...pass, cues: [] }, hash, () => 'other');
  expect(Object.values(again.takes).map(({ name }) => name)).toEqual(['Take 1', 'Take 2']);
  expect(Object.keys(again.cues)).toEqual(['id-0']);
});

it('cues alone make no take', () => {
  const laid = withPass(scene, { ...pass, recording: null }, null, ids());
  expect([Object.keys(laid.takes).length, Object.keys(laid.cues).length]).toEqual([0, 1]);
});
