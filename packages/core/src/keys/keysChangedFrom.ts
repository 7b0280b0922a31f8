import type { Flicks } from '../time';
import type { KeyTrack } from './keyTrack';

/** From when on what keys do may differ between two lists of tracks; Infinity where it does not. */
export function keysChangedFrom(before: readonly KeyTrack[], after: readonly KeyTrack[]): Flicks {
  const known = new Map(before.map((track) => [track.id, track]));
  const found = new Set(after.map(({ id }) => id));
  const gone = before.filter(({ id }) => !found.has(id)).map(beginOf);
  const changed = after.map((track) => {
    const old = known.get(track.id);
    if (old === track) return Infinity;
    if (!old || !sameWay(old, track))
      return Math.min(beginOf(track), old ? beginOf(old) : Infinity);
    const at = track.keys.findIndex((key, index) => key !== old.keys[index]);
    // Beyond the last key that both have, only the soft end tells them apart.
    const last = at < 0 ? Math.min(track.keys.length, old.keys.length) - 1 : at - 1;
    if (at < 0 && track.keys.length === old.keys.length) return Infinity;
    return last < 0 ? Math.min(beginOf(track), beginOf(old)) : track.keys[last]!.time;
  });
  return Math.min(Infinity, ...gone, ...changed);
}

function beginOf({ keys, soft }: KeyTrack): Flicks {
  return keys[0] ? Math.max(0, keys[0].time - soft) : Infinity;
}

function sameWay(a: KeyTrack, b: KeyTrack): boolean {
  return (
    a.member === b.member &&
    a.control === b.control &&
    a.mix === b.mix &&
    a.muted === b.muted &&
    a.soft === b.soft
  );
}
