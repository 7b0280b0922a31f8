import { lazy, number, object, string, type ObjectSchema, type Schema } from 'yup';
import { keysSchema, type Key } from '../keys';
import type { Articulation } from '../mouth/articulation';

/**
 * Whose voice a signal listens to: that of the character itself, of all others, of everybody; or the id of a cast
 * member.
 */
export type Listened = 'own' | 'others' | 'everyone' | (string & {});

/** Signals of a voice that have no settings. */
export const VOICE_KINDS = [
  /** Level of the voice. */
  'loudness',
  /** Level of one channel of the recording. */
  'left loudness',
  'right loudness',
  /** Height of the voice; where there is none it goes on evenly. */
  'pitch',
  /** How far the pitch lies above the middle of its phrase, or below: -1 to 1. */
  'intonation',
  /** 1 while the voice has a pitch. */
  'voiced',
  /** While a stressed syllable is said: how strong it is. */
  'emphasis',
  /** 1 for a moment as a phrase begins, … */
  'phrase start',
  /** … as one ends, … */
  'phrase end',
  /** … and as one ends that rises like a question. */
  'question',
  /** 1 while phrases are said. */
  'speaking',
  /** Grows from 0 to 1 within three seconds in which nothing is said. */
  'silence',
] as const;
export type VoiceKind = (typeof VOICE_KINDS)[number];

/** What a body does by itself, each in another way for each seed. */
export const LIFE_KINDS = [
  /** Lids: at the ends of phrases, and at random between words. */
  'blinks',
  /** Where the eyes go, across and down: to whom they talk, and away while thinking. -1 to 1. */
  'gaze across',
  'gaze down',
  /** How the head is held: another way from phrase to phrase. -1 to 1. */
  'bearing',
  /** In before a phrase and out while it is said; quietly in pauses. */
  'breath',
] as const;
export type LifeKind = (typeof LIFE_KINDS)[number];

/** What a reaction follows over time. Its values go from 0 to 1 where nothing else is said. Times are in seconds. */
export type SignalSpec =
  | { readonly kind: VoiceKind; readonly of: Listened }
  | { readonly kind: LifeKind; readonly of: Listened; readonly seed: number }
  /** The level of a band of the voice, Hz, and the beginnings of sounds in it. */
  | {
      readonly kind: 'band' | 'onsets';
      readonly of: Listened;
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly kind: 'articulation';
      readonly of: Listened;
      readonly dimension: keyof Articulation;
    }
  /** 1 while one of these words is said, which are written with spaces between; any word where none is written. */
  | { readonly kind: 'word'; readonly of: Listened; readonly words: string }
  /** 1 for a while, again and again, after a random time of at least and at most so long. */
  | {
      readonly kind: 'chance';
      readonly shortest: number;
      readonly longest: number;
      readonly lasts: number;
      readonly seed: number;
    }
  /** Wanders smoothly between -1 and 1; about so long from one turn to the next. */
  | { readonly kind: 'noise'; readonly period: number; readonly seed: number }
  /** A sine of the time, -1 to 1. */
  | { readonly kind: 'cycle'; readonly period: number }
  /** 1 for a moment at each beat. */
  | { readonly kind: 'beat'; readonly perMinute: number; readonly first: number }
  /** A curve that somebody drew over the time of a scene. */
  | { readonly kind: 'drawn'; readonly keys: readonly Key[] }
  /** Another control of the same character, as a share of its way: -1 at its least, 0 at rest, 1 at its most. */
  | { readonly kind: 'control'; readonly control: string };

export type SignalKind = SignalSpec['kind'];

/** A signal that is heard in a voice. */
export type VoiceSpec = Extract<SignalSpec, { readonly of: Listened }>;

export function isOfVoice(spec: SignalSpec): spec is VoiceSpec {
  return 'of' in spec;
}

const FITTED_KINDS: ReadonlySet<SignalKind> = new Set([
  ...(['loudness', 'left loudness', 'right loudness', 'band', 'onsets'] as const),
  ...(['pitch', 'intonation', 'articulation'] as const),
]);

/** Whether the quiet and the loud end of a signal are measured in each recording. */
export function isFitted({ kind }: SignalSpec): boolean {
  return FITTED_KINDS.has(kind);
}

const listened = () => string().required().max(64);
const seed = () => number().required().integer();
const seconds = (least: number, most: number) => number().required().min(least).max(most);
const HIGHEST = 20_000;
/** Most keys of a curve that is drawn. */
const MOST_DRAWN = 5000;

const band = {
  of: listened(),
  low: number().required().min(0).max(HIGHEST),
  high: number()
    .required()
    .max(HIGHEST)
    .test('band', 'a band must end above its beginning', function (high) {
      return high > (this.parent as { low: number }).low;
    }),
};

const every = <Kind extends string>(kinds: readonly Kind[], schema: ObjectSchema<object>) =>
  Object.fromEntries(kinds.map((kind) => [kind, schema])) as Record<Kind, ObjectSchema<object>>;

/** What each signal is checked by. */
export const SIGNAL_SCHEMAS: Readonly<Record<SignalKind, ObjectSchema<object>>> = {
  ...every(VOICE_KINDS, object({ of: listened() })),
  ...every(LIFE_KINDS, object({ of: listened(), seed: seed() })),
  ...every(['band', 'onsets'], object(band)),
  articulation: object({
    of: listened(),
    dimension: string().required().oneOf(['jaw', 'width', 'round', 'press', 'teeth', 'tongue']),
  }),
  word: object({ of: listened(), words: string().defined().max(1000) }),
  chance: object({
    shortest: seconds(0.05, 600),
    longest: number()
      .required()
      .max(600)
      .test('range', 'the longest time must not be less than the shortest', function (longest) {
        return longest >= (this.parent as { shortest: number }).shortest;
      }),
    lasts: seconds(0.01, 60),
    seed: seed(),
  }),
  noise: object({ period: seconds(0.1, 600), seed: seed() }),
  cycle: object({ period: seconds(0.1, 600) }),
  beat: object({ perMinute: number().required().min(10).max(400), first: seconds(0, 36_000) }),
  drawn: object({ keys: keysSchema.min(1).max(MOST_DRAWN) }),
  control: object({ control: string().required().max(400) }),
};

export const SIGNAL_KINDS = Object.keys(SIGNAL_SCHEMAS) as readonly SignalKind[];

export const signalSpecSchema = lazy((spec: unknown) => {
  const kind = (spec as { kind?: SignalKind } | null)?.kind;
  const shape = kind && Object.hasOwn(SIGNAL_SCHEMAS, kind) ? SIGNAL_SCHEMAS[kind] : object();
  return shape.shape({
    kind: string().required().oneOf(SIGNAL_KINDS, 'a signal is not known'),
  });
}) as unknown as Schema<SignalSpec>;
