import type { SpokenPhone } from '../hearing/sounds';
import type { Pronunciation } from '../script/pronouncer';

/** A word to look for: how it is written and the ways of saying it. */
export interface AlignableWord {
  readonly text: string;
  readonly ways: readonly Pronunciation[];
}

/** A script to look for in a voice. */
export interface ScriptToFind {
  /** None without a way of being said. */
  readonly words: readonly AlignableWord[];
  /** Whether its language has phones that the network knows only nearly. */
  readonly foreign: boolean;
}

/** How what was said departs from the script. Times as where it stands: frames of an alignment, seconds of a track. */
export interface Departures {
  /** Words of the script that were not said, in order. */
  readonly skipped: readonly string[];
  /** Words that were said more than once, in order. */
  readonly repeated: readonly string[];
  /** Stretches of speech that are no words of the script. */
  readonly added: readonly { readonly start: number; readonly end: number }[];
}

/** A word where it was said; frames, `end` exclusive. */
export interface AlignedWord {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** How much less likely its phones are than what was heard: nats a frame, 0 where they are the likeliest. */
  readonly loss: number;
}

export interface Alignment extends Departures {
  readonly phones: readonly SpokenPhone[];
  readonly words: readonly AlignedWord[];
  /** Share of the speech that was found in the script, 0 to 1. */
  readonly found: number;
  /** How much less likely the words' phones are than what was heard, nats a frame. */
  readonly loss: number;
}
