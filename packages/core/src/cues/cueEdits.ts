import { FLICKS_PER_SECOND, type Flicks } from '../time';
import type { Cue } from './cue';

const SECOND: Flicks = FLICKS_PER_SECOND;

/** A cue as it is first: a pose of nothing yet, while its key is held. */
export function newCue(id: string, name: string, key: string | null): Omit<Cue, 'order'> {
  return {
    ...{ id, name, key, action: { kind: 'pose', targets: [] }, mode: 'held', group: '' },
    others: 'stay',
    ...{ lasts: SECOND, easeIn: SECOND / 10, easeOut: SECOND / 5 },
  };
}

/** A key that fires none of some cues yet: the first of the name's letters that is free, or else any; null where none is. */
export function freeKey(cues: readonly Cue[], name: string): string | null {
  const taken = new Set(cues.map(({ key }) => key));
  const letters = [...name.toLowerCase(), ...'abcdefghijklmnopqrstuvwxyz0123456789'];
  return letters.find((key) => /^[a-z0-9]$/.test(key) && !taken.has(key)) ?? null;
}
