import { inOrder, type Records } from '../records';
import type { Flicks } from '../time';
import type { Cue, CueClip, WordHook } from './cue';

/** A cue that is laid down, from when it begins to come until it goes: before its own end, where another one ends it. */
export interface CueSpan {
  readonly clip: CueClip;
  readonly cue: Cue;
  readonly start: Flicks;
  readonly end: Flicks;
}

/** When a word is said in the scene; null where it is not there. */
export type WordTime = (hook: WordHook) => Flicks | null;

/** Whether a cue that begins ends another one. */
export function endsOther(cue: Pick<Cue, 'group' | 'others'>, other: Pick<Cue, 'group'>): boolean {
  return cue.others === 'end' || (cue.group !== '' && other.group === cue.group);
}

/** Where a cue begins that is laid down: at its word, if there is one. */
export function startOfCue({ hook, start }: CueClip, timeOf: WordTime): Flicks {
  const time = hook && timeOf(hook);
  return time === null || hook === null ? start : Math.max(0, time + hook.after);
}

/** The cues of a member in a scene, the earlier ones first; what names a cue that is not there is left out. */
export function cueSpans(
  clips: Records<CueClip>,
  member: string,
  cues: Records<Cue>,
  timeOf: WordTime,
): readonly CueSpan[] {
  const placed = Object.values(clips)
    .filter((clip) => clip.member === member && cues[clip.cue])
    .map((clip) => ({ clip, cue: cues[clip.cue]!, start: startOfCue(clip, timeOf) }))
    .sort((a, b) => a.start - b.start || (a.clip.id < b.clip.id ? -1 : 1));
  return placed.map(({ clip, cue, start }, at) => {
    const next = placed.slice(at + 1).find((other) => endsOther(other.cue, cue));
    const end = start + clip.length;
    return { clip, cue, start, end: next ? Math.min(end, next.start) : end };
  });
}

/** A cue that is laid down, begun at another time; where it goes along with a word, it still does. */
export function cueAt({ clip, start }: CueSpan, time: Flicks): CueClip {
  const { hook } = clip;
  return { ...clip, start: time, hook: hook && { ...hook, after: hook.after + time - start } };
}

/** How much of a cue is left at a time by others that let it pause, 0 to 1. */
export function shareBeside<Span extends Pick<CueSpan, 'cue' | 'start' | 'end'>>(
  own: Span,
  spans: readonly Span[],
  time: Flicks,
): number {
  return spans.reduce(
    (left, one) =>
      one !== own && one.cue.others === 'pause'
        ? left * (1 - shareOfCue(one.cue, one.start, one.end, time))
        : left,
    1,
  );
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
    a?.clip === b?.clip && a?.cue === b?.cue && a?.start === b?.start && a?.end === b?.end;
  const later = new Map(after.map((span) => [span.clip.id, span]));
  const starts = [
    ...before.filter((span) => !same(span, later.get(span.clip.id))),
    ...after.filter((span) => !same(known.get(span.clip.id), span)),
  ].map(({ start }) => start);
  return starts.reduce((least, start) => Math.min(least, start), Infinity);
}

/** The cues of a character, as people put them in order. */
export function cuesOf({ cues }: { readonly cues: Records<Cue> }): readonly Cue[] {
  return inOrder(cues);
}
