import { overridesSource, type ControlOverrides, type ControlSource } from '../controls';
import type { CueReference } from '../cues';
import { movedBy, type Program } from './compile';

/** What sets controls from outside just now, by cast member; those of the stage too. */
export type LiveSources = ReadonlyMap<string, readonly ControlSource[]>;

export const NOTHING_LIVE: LiveSources = new Map();

/** Controls that are set from outside just now, as what sets them; what is not there is passed over. */
export function liveSources(
  program: Program,
  overrides: ReadonlyMap<string, ControlOverrides>,
): LiveSources {
  return new Map(
    [...overrides].flatMap(([id, values]): (readonly [string, readonly ControlSource[]])[] => {
      const own = movedBy(program, id);
      return own ? [[id, [overridesSource(own.controls, values)]]] : [];
    }),
  );
}

/** Whether a cue is fired live just now. */
export function isLiveCue(live: LiveSources, cue: CueReference | null): boolean {
  return cue !== null && (live.get(cue.member) ?? []).some((source) => source.cue === cue.cue);
}
