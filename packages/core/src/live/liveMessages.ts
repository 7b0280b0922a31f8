import { boolean, mixed, number, object } from 'yup';
import type { ControlOverrides, ControlValue } from '../controls';
import { schemaByKind } from '../records';

/** How controls of cast members are set just now, by member and control. */
export type LiveValues = Readonly<Record<string, Readonly<Record<string, ControlValue>>>>;

/** What is said between a live desk, the relay, and live pages. Moments are milliseconds since 1970. */
export type LiveMessage =
  /** A page wants to know how things stand. */
  | { readonly kind: 'hello' }
  /**
   * How things stand, all of it.
   *
   * @param sound when the sound was heard of which this is the first picture; null: none
   */
  | { readonly kind: 'state'; readonly sound: number | null; readonly members: LiveValues }
  /** The first picture of a sound was painted. */
  | { readonly kind: 'painted'; readonly sound: number; readonly at: number }
  /** Whether a desk is there, as the relay tells pages. */
  | { readonly kind: 'desk'; readonly there: boolean }
  /** How many pages are there, as the relay tells the desk. */
  | { readonly kind: 'pages'; readonly count: number }
  /** What a page shows has changed. */
  | { readonly kind: 'changed' };

/** The longest message, characters. */
export const LONGEST_LIVE_MESSAGE = 65_536;
/** A desk says how things stand at least so often, and is taken to be gone after longer silence, seconds. */
export const LIVE_BEAT = 0.5;
export const LIVE_SILENCE = 2;

const finite = () => number().required().strict();

const isValue = (value: unknown): boolean =>
  typeof value === 'string' ||
  Number.isFinite(value) ||
  (typeof value === 'object' &&
    value !== null &&
    Number.isFinite((value as { x?: unknown }).x) &&
    Number.isFinite((value as { y?: unknown }).y));

const isValues = (members: unknown): members is LiveValues =>
  isTable(members) &&
  Object.values(members).every((own) => isTable(own) && Object.values(own).every(isValue));

const isTable = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const messageSchema = schemaByKind<LiveMessage>({
  hello: object({}),
  state: object({
    sound: number().strict().nullable().defined(),
    members: mixed<LiveValues>(isValues).required(),
  }),
  painted: object({ sound: finite(), at: finite() }),
  desk: object({ there: boolean().strict().required() }),
  pages: object({ count: finite() }),
  changed: object({}),
});

/** Reads a message; null where it is none. */
export function readLiveMessage(text: unknown): LiveMessage | null {
  if (typeof text !== 'string' || text.length > LONGEST_LIVE_MESSAGE) return null;
  try {
    const value: unknown = JSON.parse(text);
    return isTable(value) && messageSchema.isValidSync(value)
      ? (value as unknown as LiveMessage)
      : null;
  } catch {
    return null;
  }
}

/** Overrides of one cast member, from a message. */
export const overridesFrom = (members: LiveValues, member: string): ControlOverrides =>
  new Map(Object.hasOwn(members, member) ? Object.entries(members[member]!) : []);
