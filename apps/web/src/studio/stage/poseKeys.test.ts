import { emptyTrack, trackOf, withKey, type KeyTrack } from '@cruvo/core/keys';
import { compile } from '@cruvo/core/program';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { withPoseKeyed } from './poseKeys';

const material = testMaterial();
const { id: member } = Object.values(material.scene.cast)[0]!;
const now = toFlicks(1);

/** The tracks of a member of whose controls some are keyed, after a pose. */
function keyed(tracks: readonly KeyTrack[]) {
  const scene = {
    ...material.scene,
    keys: Object.fromEntries(tracks.map((one) => [one.id, one])),
  };
  const own = compile({ ...material, scene }).memos.get(member)!.value;
  const posed = [
    { control: 'mouth.jaw', value: 0.7 },
    { control: 'mouth.width', value: 0.2 },
  ];
  return withPoseKeyed(scene, own, posed, now, (control) => `new ${control}`).keys;
}

describe('a pose', () => {
  it('begins tracks of what has no keys yet', () => {
    const keys = keyed([]);
    expect(Object.keys(keys)).toEqual(['new mouth.jaw', 'new mouth.width']);
    expect(keys['new mouth.jaw']).toMatchObject({ member, keys: [{ time: now, value: 0.7 }] });
  });
  it('goes into the tracks that are there, in their own terms', () => {
    const track = withKey({ ...emptyTrack('k', member, 'mouth.jaw'), mix: 'add' as const }, 0, 0.1);
    const keys = keyed([track]);
    const own = trackOf(keys, member, 'mouth.jaw')!;
    expect(own.id).toBe('k');
    expect(own.keys.map(({ time }) => time)).toEqual([0, now]);
    // The voice has the jaw wide open there.
    expect(own.keys[1]!.value).toBeCloseTo(-0.3, 6);
  });
});
