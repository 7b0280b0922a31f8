import type { Character } from '../character/character';
import type { ControlSet } from '../controls';
import { emptyTrack, thinned, withTrack, type Key, type KeyTrack } from '../keys';
import { endOfTake, TAKE_OFFSET, TAKE_STRENGTH, type TakeChannel, type TakeClip } from '../passes';
import { clamp } from '../numbers';
import { bodyMapOf } from '../performance/bodyMap';
import type { Records } from '../records';
import { frameAt, frameStart, type FrameRateName } from '../time';
import { takeSources, type TakeProgram } from './takeSources';
import { placeOfTarget } from './targets';

/** How far a key may be off what was performed, as a share of all that its control can do. */
const TOLERANCE = 0.005;

/**
 * A take performed the other way round: what was done to the left is done to the right, and what has a left and a right
 * changes sides.
 *
 * @param controls of the character
 */
export function mirroredTake(take: TakeClip, character: Character, controls: ControlSet): TakeClip {
  const { turn, tilt, lean } = bodyMapOf(character);
  const sideways = new Set([turn, tilt, lean]);
  const channels = take.channels.map((channel): TakeChannel => {
    const { control, strength, offset } = channel;
    const other = control.replace(/left|right/, (side) => (side === 'left' ? 'right' : 'left'));
    if (other !== control && placeOfTarget(controls, other)) return { ...channel, control: other };
    const turned = control.endsWith('/x') || sideways.has(control);
    return turned ? { ...channel, strength: -strength, offset: 0 - offset } : channel;
  });
  return { ...take, channels };
}

/**
 * A take for somebody else, who goes as far of their own way as was performed; null where they have none of its controls.
 *
 * @param from @param to controls of who performed it, and of who is to
 */
export function takeForOther(
  take: TakeClip,
  from: ControlSet,
  to: ControlSet,
  member: string,
  id: string,
): TakeClip | null {
  const channels = take.channels.flatMap((channel): TakeChannel[] => {
    const place = placeOfTarget(to, channel.control);
    if (!place) return [];
    const known = placeOfTarget(from, channel.control);
    const restOf = (set: ControlSet, slot: number) => set.rest[slot]!;
    const factor = known && known.up > 0 ? place.up / known.up : 1;
    const strength = clamp(channel.strength * factor, TAKE_STRENGTH.least, TAKE_STRENGTH.most);
    // Values were recorded as they are, and are counted from where the other one rests.
    const shift = known ? strength * (restOf(to, place.slot) - restOf(from, known.slot)) : 0;
    const offset = place.up > 0 ? channel.offset + shift / place.up : channel.offset;
    return [{ ...channel, strength, offset: clamp(offset, TAKE_OFFSET.least, TAKE_OFFSET.most) }];
  });
  return channels.length > 0 ? { ...take, id, member, channels } : null;
}

/** Takes that something of which is seen at the same time, but for the take itself. */
export function takesBeside(take: TakeClip, takes: readonly TakeClip[]): readonly TakeClip[] {
  const own = new Set(take.channels.map(({ control }) => control));
  return takes.filter(
    (other) =>
      other.id !== take.id &&
      other.start < endOfTake(take) &&
      take.start < endOfTake(other) &&
      other.channels.some(({ control }) => own.has(control)),
  );
}

/**
 * Keys of a member with what a take moves, one a frame at most, to go on by hand; those that are not needed are left out.
 * They come and go as the take does. What is muted in it is not part of them.
 *
 * @param newId gives ids for new tracks
 */
export function withKeysOfTake(
  keys: Records<KeyTrack>,
  controls: ControlSet,
  { take, recording }: TakeProgram,
  frameRate: FrameRateName,
  newId: () => string,
): Records<KeyTrack> {
  const heard = { ...take, fadeIn: 0, fadeOut: 0, held: false, muted: false };
  const [from, until] = [take.start + take.fadeIn, endOfTake(take) - take.fadeOut];
  const values = new Float64Array(controls.rest.length);
  return take.channels
    .filter(({ muted }) => !muted)
    .reduce((table, channel) => {
      const place = placeOfTarget(controls, channel.control);
      const alone = { ...heard, channels: [channel] };
      const [source] = takeSources(controls, [{ take: alone, recording }]);
      if (!place || !source) return table;
      const samples: Pick<Key, 'time' | 'value'>[] = [];
      for (let frame = frameAt(from, frameRate); frameStart(frame, frameRate) < until; frame++) {
        const time = frameStart(frame, frameRate);
        if (time < from) continue;
        source.sample(time, values);
        samples.push({ time, value: values[place.slot]! });
      }
      const made = thinned(samples, TOLERANCE * (place.up + place.down));
      if (made.length === 0) return table;
      const known = Object.values(table).find(
        ({ member, control, mix }) =>
          member === take.member && control === channel.control && mix === 'replace',
      );
      const track = known ?? {
        ...emptyTrack(newId(), take.member, channel.control),
        soft: Math.max(take.fadeIn, take.fadeOut),
      };
      const others = track.keys.filter(({ time }) => time < from || time >= until);
      const all = [...others, ...made].sort((a, b) => a.time - b.time);
      return withTrack(table, { ...track, keys: all });
    }, keys);
}
