import { firstWhere } from '../numbers';

/** Something that is said, seconds of a scene. */
export interface Utterance {
  readonly start: number;
  readonly end: number;
}

/** A value that something has from a time on, seconds. */
export interface Knot {
  readonly time: number;
  readonly value: number;
}

/** What is said at a time, of what is in order and apart. */
export function utteranceAt(talk: readonly Utterance[], time: number): Utterance | undefined {
  const one = talk[firstWhere(talk, ({ end }) => end > time)];
  return one && time >= one.start ? one : undefined;
}
