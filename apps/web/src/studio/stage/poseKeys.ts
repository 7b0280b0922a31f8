import { emptyTrack, trackOf, withKey, withTrack } from '@cruvo/core/keys';
import { keyToReach, type MemberProgram, type PosedControl } from '@cruvo/core/program';
import type { Scene } from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';

/**
 * A scene in which controls of a member are keyed at a time, to have the values of a pose there.
 *
 * @param idFor gives the id of the track of a control that has no keys yet
 */
export function withPoseKeyed(
  scene: Scene,
  own: MemberProgram,
  posed: readonly PosedControl[],
  time: Flicks,
  idFor: (control: string) => string,
): Scene {
  const member = own.member.id;
  return posed.reduce((now, { control, value }) => {
    const known = trackOf(now.keys, member, control);
    const track = known ?? emptyTrack(idFor(control), member, control);
    const key = keyToReach(own, track, time, value);
    return { ...now, keys: withTrack(now.keys, withKey(track, time, key)) };
  }, scene);
}
