import type { CueReference } from '../cues';
import type { Flicks } from '../time';
import type { Program } from './compile';

/** Whether a cue lasts at a time: from when it begins to come until it begins to go. */
export function isCueOn(
  { memos }: Pick<Program, 'memos'>,
  cue: CueReference | null,
  time: Flicks,
): boolean {
  if (cue === null) return false;
  const spans = memos.get(cue.member)?.value.cues ?? [];
  return spans.some((span) => span.cue.id === cue.cue && span.start <= time && time < span.end);
}
