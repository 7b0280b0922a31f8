import { bodyControlsOf, type BodyControl } from '../character/bodyControl';
import type { Character } from '../character/character';
import { bodyControlId, controlsOf } from '../character/controls';
import type { ReactionTarget } from '../reactions';

/** What of a body a performance moves: ids of controls, by what they do. */
export interface BodyMap {
  readonly turn: string | null;
  readonly nod: string | null;
  readonly tilt: string | null;
  readonly lean: string | null;
  readonly breath: string | null;
  /** The brows, upwards. */
  readonly brows: readonly ReactionTarget[];
  readonly arms: readonly string[];
  readonly ears: readonly string[];
  readonly glow: string | null;
  readonly gaze: boolean;
  readonly lids: boolean;
}

/** The words by which controls are found, as *Set up the body* and people name them. */
const WORDS = {
  turn: /\bhead\b.*\bturns?\b|\bturn(s|ing)?\b.*\bhead\b/i,
  nod: /\bnods?\b/i,
  tilt: /\btilts?\b/i,
  lean: /\bleans?\b/i,
  breath: /\bbreath/i,
  brows: /\bbrows?\b/i,
  arm: /\barms?\b|\bhands?\b|\bwings?\b/i,
  glow: /\bglows?\b|\blamp\b|\blight\b|\bshines?\b/i,
  ear: /\bears?\b|\bcrest\b/i,
} as const;

/** Finds what a performance can move. */
export function bodyMapOf(character: Character): BodyMap {
  const controls = bodyControlsOf(character);
  const set = controlsOf(character);
  const all = (words: RegExp) =>
    controls.filter(({ name }) => words.test(name)).map(({ id }: BodyControl) => bodyControlId(id));
  const first = (words: RegExp) => all(words)[0] ?? null;
  const drawn = ['brow.left.raise', 'brow.right.raise'].filter((id) => set.slots.has(id));
  const brows = [...all(WORDS.brows), ...drawn];
  return {
    ...{ turn: first(WORDS.turn), nod: first(WORDS.nod), tilt: first(WORDS.tilt) },
    ...{ lean: first(WORDS.lean), breath: first(WORDS.breath) },
    brows: brows.map((control) => ({ control, amount: 1 })),
    ...{ arms: all(WORDS.arm), ears: all(WORDS.ear) },
    glow: first(WORDS.glow),
    gaze: set.slots.has('gaze'),
    lids: set.slots.has('eyes.closed'),
  };
}
