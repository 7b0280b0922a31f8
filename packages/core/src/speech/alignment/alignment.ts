import type { ScriptDeviations } from '../scriptDeviations';
import type { SpokenPhone } from '../spokenPhone';
import type { Pronunciation } from '../script/pronouncer';
import type { Pause } from '../script/script';

/** A word to look for: how it is written and the ways of saying it. */
export interface AlignableWord {
  readonly text: string;
  readonly ways: readonly Pronunciation[];
  /** What its punctuation has a speaker do after it; nothing where it isn't said. */
  readonly pause?: Pause;
}

/** A script to look for in a voice. */
export interface ScriptToFind {
  /** None without a way of being said. */
  readonly words: readonly AlignableWord[];
  /** Whether its language has phones that the network knows only nearly. */
  readonly foreign: boolean;
}

/** A word where it was said; frames, `end` exclusive. */
export interface AlignedWord {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** How much less likely its phones are than what was heard: nats a frame, 0 where they are the likeliest. */
  readonly loss: number;
}

export interface Alignment extends ScriptDeviations {
  readonly phones: readonly SpokenPhone[];
  readonly words: readonly AlignedWord[];
  /** Share of the speech that was found in the script, 0 to 1. */
  readonly found: number;
  /** How much less likely the words' phones are than what was heard, nats a frame. */
  readonly loss: number;
}
