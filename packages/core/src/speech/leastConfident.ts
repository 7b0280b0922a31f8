import { SILENCE } from './visemes';
import type { Sound } from './voiceTrack';

/** Below this confidence a sound is marked as unsure. */
export const UNSURE = 0.7;
/** The share of a line's sounds that are its least sure ones where none is unsure. */
const LEAST = 1 / 20;

const found = new WeakMap<readonly Sound[], readonly Sound[]>();

/** The sounds that are worth a look: the unsure ones, or where there are none, those that are least sure. */
export function leastConfident(sounds: readonly Sound[]): readonly Sound[] {
  let known = found.get(sounds);
  if (!known) found.set(sounds, (known = find(sounds)));
  return known;
}

function find(sounds: readonly Sound[]): readonly Sound[] {
  const spoken = sounds.filter(({ viseme }) => viseme !== SILENCE);
  const unsure = spoken.filter(({ confidence }) => confidence < UNSURE);
  if (unsure.length > 0 || spoken.length === 0) return unsure;
  const rising = spoken.map(({ confidence }) => confidence).sort((a, b) => a - b);
  const bar = rising[Math.ceil(rising.length * LEAST) - 1]!;
  return spoken.filter(({ confidence }) => confidence <= bar);
}
