import type { ControlSet, ControlSource } from '../controls';
import {
  endOfMove,
  keyValueAt,
  shareOfTrack,
  softShare,
  type KeyTrack,
  type Move,
  type PlacedMove,
} from '../keys';
import type { Records } from '../records';
import type { Flicks } from '../time';
import { placeOfTarget } from './targets';

/** Keys as what moves a control; nothing where the control is not there, or there are no keys. */
export function keySources(
  controls: ControlSet,
  tracks: readonly KeyTrack[],
): readonly ControlSource[] {
  return tracks.flatMap((track): ControlSource[] => {
    const place = placeOfTarget(controls, track.control);
    if (!place || track.keys.length === 0) return [];
    const { slot } = place;
    const rest = track.mix === 'add' ? controls.rest[slot]! : 0;
    return [
      {
        ...{
          name: 'Keys',
          layer: 'keyframes',
          muted: track.muted,
          mix: track.mix,
          weight: 1,
          slots: [slot],
        },
        origin: { kind: 'keys', id: track.id },
        sample: (time, values) => {
          const share = shareOfTrack(track, time);
          if (share > 0) values[slot] = keyValueAt(track.keys, time) - rest;
          return share;
        },
      },
    ];
  });
}

/**
 * Moves that are laid down, as what moves controls, beneath keys; nothing where a move or a control is not there.
 *
 * @param moves those of the character
 * @param placed the earlier ones first: a later one lies over it
 */
export function moveSources(
  controls: ControlSet,
  moves: Records<Move>,
  placed: readonly PlacedMove[],
): readonly ControlSource[] {
  return placed.flatMap((one) => {
    const move = moves[one.move];
    if (!move) return [];
    const { start, speed, soft, mix, muted, weight } = one;
    const end = endOfMove(one, move);
    return move.tracks.flatMap(({ control, keys }): ControlSource[] => {
      const place = placeOfTarget(controls, control);
      if (!place) return [];
      const { slot } = place;
      const rest = mix === 'add' ? controls.rest[slot]! : 0;
      return [
        {
          ...{ name: move.name, layer: 'keyframes', muted, mix, weight, slots: [slot] },
          origin: { kind: 'move', id: one.id },
          sample: (time, values) => {
            const share = softShare(time, start, end, soft);
            if (share > 0) {
              const since = speed * (Math.min(end, Math.max(start, time)) - start);
              values[slot] = keyValueAt(keys, timeInRound(since, move.length)) - rest;
            }
            return share;
          },
        },
      ];
    });
  });
}

/** A time since the start of what is made again and again, from the start of its round; a round's end is still its own. */
function timeInRound(since: number, length: Flicks): number {
  const time = since % length;
  return time === 0 && since > 0 ? length : time;
}
