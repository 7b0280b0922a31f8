import { withoutRecord, type Records } from '../records';
import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { EASINGS, type Key, type KeyTrack } from './keyTrack';
import { keyValueAt } from './keyValue';

/** How long keys come and go where nothing else is said. */
const SOFT: Flicks = 0.25 * FLICKS_PER_SECOND;

/** A track with no key yet. */
export function emptyTrack(id: string, member: string, control: string): KeyTrack {
  return { id, member, control, mix: 'replace', muted: false, soft: SOFT, keys: [] };
}

/** A track with a key at a time, instead of one that is there already; it goes on as the one before it did. */
export function withKey(track: KeyTrack, time: Flicks, value: number): KeyTrack {
  const easing = track.keys.findLast((key) => key.time <= time)?.easing ?? EASINGS.eased;
  const others = track.keys.filter((key) => key.time !== time);
  const keys = [...others, { time, value, easing }].sort((a, b) => a.time - b.time);
  return { ...track, keys };
}

export function withoutKey(track: KeyTrack, time: Flicks): KeyTrack {
  return { ...track, keys: track.keys.filter((key) => key.time !== time) };
}

/** A track with one key changed; it stays between its neighbours. */
export function withKeyChanged(track: KeyTrack, time: Flicks, change: Partial<Key>): KeyTrack {
  const at = track.keys.findIndex((key) => key.time === time);
  if (at < 0) return track;
  const least = (track.keys[at - 1]?.time ?? -1) + 1;
  const most = (track.keys[at + 1]?.time ?? Infinity) - 1;
  const moved = Math.min(most, Math.max(least, change.time ?? time));
  return { ...track, keys: track.keys.with(at, { ...track.keys[at]!, ...change, time: moved }) };
}

/** A track whose keys lie mirrored about the rest of their control. */
export function mirroredTrack(track: KeyTrack, rest: number): KeyTrack {
  return { ...track, keys: track.keys.map((key) => ({ ...key, value: 2 * rest - key.value })) };
}

/** A track whose keys take another time from the first on: 2 where they take twice as long. */
export function retimedTrack(track: KeyTrack, factor: number): KeyTrack {
  const first = track.keys[0]?.time ?? 0;
  let before = -1;
  const keys = track.keys.map((key) => {
    const time = Math.max(before + 1, Math.round(first + factor * (key.time - first)));
    before = time;
    return { ...key, time };
  });
  return { ...track, keys };
}

/** A track with all its keys later, or earlier where less than 0; none before the scene's start. */
export function shiftedTrack(track: KeyTrack, by: Flicks): KeyTrack {
  const shift = Math.max(by, -(track.keys[0]?.time ?? 0));
  return { ...track, keys: track.keys.map((key) => ({ ...key, time: key.time + shift })) };
}

/** A table with a track changed, which is left out when it has no key any more. */
export function withTrack(tracks: Records<KeyTrack>, track: KeyTrack): Records<KeyTrack> {
  if (track.keys.length > 0) return { ...tracks, [track.id]: track };
  return withoutRecord(tracks, track.id);
}

/** The track of a control; null where it has none. */
export function trackOf(
  tracks: Records<KeyTrack>,
  member: string,
  control: string,
): KeyTrack | null {
  const own = Object.values(tracks).filter((one) => one.member === member);
  return own.find((one) => one.control === control) ?? null;
}

/**
 * Keys of which values that were sampled are kept within a tolerance: U. Ramer (1972), D. Douglas and T. Peucker (1973).
 *
 * @param samples in order, at different times
 */
export function thinned(samples: readonly Pick<Key, 'time' | 'value'>[], tolerance: number): Key[] {
  const kept = new Set<number>();
  const open: [number, number][] = samples.length > 0 ? [[0, samples.length - 1]] : [];
  for (let range = open.pop(); range; range = open.pop()) {
    const [from, to] = range;
    kept.add(from).add(to);
    const [first, last] = [samples[from]!, samples[to]!];
    let [worst, off] = [-1, tolerance];
    for (let at = from + 1; at < to; at++) {
      const { time, value } = samples[at]!;
      const share = (time - first.time) / (last.time - first.time);
      const apart = Math.abs(value - (first.value + share * (last.value - first.value)));
      if (apart > off) [worst, off] = [at, apart];
    }
    if (worst >= 0) open.push([from, worst], [worst, to]);
  }
  return [...kept].sort((a, b) => a - b).map((at) => ({ ...samples[at]!, easing: EASINGS.even }));
}

/** The value of a track at a time; what it would be without keys where it has none. */
export function valueOfTrack({ keys }: Pick<KeyTrack, 'keys'>, time: Flicks, without: number) {
  return keys.length === 0 ? without : keyValueAt(keys, time);
}
