import type { Records } from '../records';
import { FLICKS_PER_SECOND, type Flicks } from '../time';
import type { Key, KeyTrack } from './keyTrack';
import { keyValueAt } from './keyValue';
import type { Move, MoveTrack, PlacedMove } from './move';

/** How long a move comes and goes where nothing else is said. */
const SOFT: Flicks = 0.25 * FLICKS_PER_SECOND;

/** A stretch of time, for moves. */
interface MoveStretch {
  readonly start: Flicks;
  readonly end: Flicks;
}

/** From the first key of some tracks to the last; null where there are fewer than two different times. */
export function stretchOfKeys(tracks: readonly Pick<KeyTrack, 'keys'>[]): MoveStretch | null {
  const times = tracks.flatMap(({ keys }) => keys.map(({ time }) => time));
  const [start, end] = [Math.min(...times), Math.max(...times)];
  return end > start ? { start, end } : null;
}

/** What a stretch of keys is as a move; null where no key lies in it. A key is put where the stretch cuts a curve. */
export function keptMove(
  id: string,
  name: string,
  tracks: readonly KeyTrack[],
  { start, end }: MoveStretch,
): Move | null {
  const kept = tracks.flatMap(({ control, keys }): MoveTrack[] => {
    const inside = keys.filter(({ time }) => time >= start && time <= end);
    if (inside.length === 0) return [];
    const before = keys.findLast(({ time }) => time < start);
    const after = keys.find(({ time }) => time > end);
    const edge = (time: Flicks, { easing }: Key): Key => ({
      ...{ time, value: keyValueAt(keys, time), easing },
    });
    const whole = [
      ...(before && inside[0]!.time > start ? [edge(start, before)] : []),
      ...inside,
      ...(after && inside.at(-1)!.time < end ? [edge(end, inside.at(-1)!)] : []),
    ];
    return [{ control, keys: whole.map((key) => ({ ...key, time: key.time - start })) }];
  });
  return kept.length > 0 && end > start ? { id, name, length: end - start, tracks: kept } : null;
}

/** A move laid down once, as it was kept. */
export function placedMove(id: string, member: string, move: string, start: Flicks): PlacedMove {
  return {
    ...{ id, member, move, start, speed: 1, times: 1, mix: 'replace', weight: 1 },
    ...{ soft: SOFT, muted: false },
  };
}

/** From when on what moves do may differ between two lists of them; Infinity where it does not. */
export function movesChangedFrom(
  before: readonly PlacedMove[],
  after: readonly PlacedMove[],
): Flicks {
  const others = [
    ...before.filter((move) => !after.includes(move)),
    ...after.filter((move) => !before.includes(move)),
  ];
  return Math.min(Infinity, ...others.map(({ start, soft }) => Math.max(0, start - soft)));
}

/** The moves of a cast member, the earlier ones first. */
export function movesOf(moves: Records<PlacedMove>, member: string): readonly PlacedMove[] {
  return Object.values(moves)
    .filter((move) => move.member === member)
    .sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1));
}
