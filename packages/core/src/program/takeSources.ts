import type { ControlSet, ControlSource } from '../controls';
import { endOfTake, smoothReadingAt, type PassRecording, type TakeClip } from '../passes';
import { toSeconds, type Flicks } from '../time';
import { placeOfTarget, valueOfShare } from './targets';

/** A take with what was recorded. */
export interface TakeProgram {
  readonly take: TakeClip;
  /** Null where it is not there yet. */
  readonly recording: PassRecording | null;
}

/**
 * Takes as what moves controls; nothing where a control or a recording is not there.
 *
 * @param takes the lower ones first: where two of a channel overlap, the later one lies over the earlier
 */
export function takeSources(
  controls: ControlSet,
  takes: readonly TakeProgram[],
): readonly ControlSource[] {
  return takes.flatMap(({ take, recording }) =>
    take.channels.flatMap((channel): ControlSource[] => {
      const place = placeOfTarget(controls, channel.control);
      const recorded = recording?.channels.find(({ control }) => control === channel.recorded);
      if (!place || !recorded) return [];
      const { slot } = place;
      const { strength, delay, smoothing } = channel;
      const rest = controls.rest[slot]!;
      const from = valueOfShare(controls, place, channel.offset);
      const [seconds, late] = [toSeconds(smoothing), toSeconds(delay)];
      const first = toSeconds(take.offset);
      const muted = take.muted || channel.muted;
      return [
        {
          ...{ name: take.name, layer: 'takes', muted, mix: 'replace', weight: 1, slots: [slot] },
          origin: { kind: 'take', id: take.id },
          sample: (time, values) => {
            const share = shareOfTake(take, time);
            if (share > 0) {
              const played = Math.min(endOfTake(take), time) - take.start;
              const value = smoothReadingAt(
                recorded,
                first + take.speed * toSeconds(played) - late,
                seconds,
              );
              values[slot] = from + strength * (value - rest);
            }
            return share;
          },
        },
      ];
    }),
  );
}

/** How much of a take counts at a time: less at its ends, nothing outside; one that is held stays. */
function shareOfTake(take: TakeClip, time: Flicks): number {
  const { start, fadeIn, fadeOut, held } = take;
  const end = endOfTake(take);
  if (time < start || (time >= end && !held)) return 0;
  const comes = fadeIn > 0 ? (time - start) / fadeIn : 1;
  const goes = fadeOut > 0 && !held ? (end - time) / fadeOut : 1;
  const share = Math.max(0, Math.min(1, comes, goes));
  return share * share * (3 - 2 * share);
}

/** From when on what takes do may differ between two lists; Infinity where it does not. */
export function takesChangedFrom(
  before: readonly TakeProgram[],
  after: readonly TakeProgram[],
): Flicks {
  const same = (a: TakeProgram | undefined, b: TakeProgram | undefined) =>
    a?.take === b?.take && a?.recording === b?.recording;
  const both = [...before, ...after];
  const changed = both.filter(({ take: { id } }) => {
    const of = (list: readonly TakeProgram[]) => list.find(({ take }) => take.id === id);
    return !same(of(before), of(after));
  });
  // Another order may tell otherwise which one wins.
  const moved = before.length === after.length && before.some((one, at) => !same(one, after[at]));
  return Math.min(Infinity, ...(moved ? both : changed).map(({ take }) => take.start));
}
