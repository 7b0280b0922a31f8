import { inOrder, type Records } from '../records';
import type { Flicks } from '../time';
import type { Cue, CueClip } from './cue';

/** A cue that is laid down, and when it goes: before its own end, where another one of its group begins. */
export interface CueSpan {
  readonly clip: CueClip;
  readonly cue: Cue;
  readonly end: Flicks;
}

/** The cues of a member in a scene, the earlier ones first; what names a cue that is not there is left out. */
export function cueSpans(
  clips: Records<CueClip>,
  member: string,
  cues: Records<Cue>,
): readonly CueSpan[] {
  const placed = Object.values(clips)
    .filter((clip) => clip.member === member && cues[clip.cue])
    .sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1))
    .map((clip) => ({ clip, cue: cues[clip.cue]! }));
  return placed.map(({ clip, cue }, at) => {
    const next = placed
      .slice(at + 1)
      .find((other) => cue.group !== '' && other.cue.group === cue.group);
    const end = clip.start + clip.length;
    return { clip, cue, end: next ? Math.min(end, next.clip.start) : end };
  });
}

/** How much of a cue counts at a time: it comes from its start on, and goes from its end on. */
export function shareOfCue(
  { easeIn, easeOut }: Pick<Cue, 'easeIn' | 'easeOut'>,
  start: Flicks,
  end: Flicks,
  time: Flicks,
): number {
  if (time < start) return 0;
  const comes = easeIn > 0 ? Math.min(1, (Math.min(time, end) - start) / easeIn) : 1;
  if (time < end) return softly(comes);
  const goes = easeOut > 0 ? Math.max(0, 1 - (time - end) / easeOut) : 0;
  return softly(comes) * softly(goes);
}

const softly = (share: number) => share * share * (3 - 2 * share);

/** From when on what cues do may differ between two lists; Infinity where it does not. */
export function cuesChangedFrom(before: readonly CueSpan[], after: readonly CueSpan[]): Flicks {
  const known = new Map(before.map((span) => [span.clip.id, span]));
  const same = (a: CueSpan | undefined, b: CueSpan | undefined) =>
    a?.clip === b?.clip && a?.cue === b?.cue && a?.end === b?.end;
  const later = new Map(after.map((span) => [span.clip.id, span]));
  const starts = [
    ...before.filter((span) => !same(span, later.get(span.clip.id))),
    ...after.filter((span) => !same(known.get(span.clip.id), span)),
  ].map(({ clip }) => clip.start);
  return starts.reduce((least, start) => Math.min(least, start), Infinity);
}

/** The cues of a character, as people put them in order. */
export function cuesOf({ cues }: { readonly cues: Records<Cue> }): readonly Cue[] {
  return inOrder(cues);
}
