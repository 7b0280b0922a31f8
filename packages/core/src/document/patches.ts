import equal from 'fast-deep-equal';
import { apply } from 'mutative';
import { array, mixed, object, string, type Schema } from 'yup';

/** A change of one place in a document, after RFC 6902 (JSON Patch); the path is a list of keys. */
export interface Patch {
  readonly op: 'add' | 'replace' | 'remove';
  readonly path: readonly (string | number)[];
  readonly value?: unknown;
}

export type Patches = readonly Patch[];

const DEEPEST = 12;
const MOST_PATCHES = 20_000;
/** Keys that mean something else in an object than a property of its own. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

/** Checks patches that come from outside. */
export const patchesSchema: Schema<Patches> = array(
  object({
    op: string<Patch['op']>().required().oneOf(['add', 'replace', 'remove']),
    path: array(mixed<string | number>().required())
      .required()
      .min(1)
      .max(DEEPEST)
      .test('keys', 'a path must lead through keys and positions of a document', (path) =>
        path.every((key) =>
          typeof key === 'number'
            ? Number.isInteger(key)
            : typeof key === 'string' && !FORBIDDEN.has(key),
        ),
      ),
    value: mixed().nullable(),
  }),
)
  .required()
  .max(MOST_PATCHES) as unknown as Schema<Patches>;

/**
 * The record that a path leads into: a field of the document, or an entry of one of its tables. Two changes of the
 * same record are in each other's way.
 */
export function recordOf(path: Patch['path']): string {
  return JSON.stringify(path.slice(0, 2));
}

/** Keys that lead to a record, and to a field of one. */
const RECORD = 2;
const FIELD = 3;

/** What changed between two versions of a document, record by record: applied to the first they give the second. */
export function differences(before: object, after: object): Patches {
  return differencesAt(before as Fields, after as Fields, [], RECORD);
}

/** The same field by field, for changes that are to leave other fields of a record alone. */
export function fieldDifferences(before: object, after: object): Patches {
  return differencesAt(before as Fields, after as Fields, [], FIELD);
}

type Fields = Readonly<Record<string, unknown>>;

function differencesAt(
  before: Fields,
  after: Fields,
  path: readonly string[],
  depth: number,
): Patch[] {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...keys].flatMap((key): Patch[] => {
    const here = [...path, key];
    const [old, value] = [before[key], after[key]];
    if (old === value && key in before === key in after) return [];
    if (!(key in after)) return [{ op: 'remove', path: here }];
    if (!(key in before)) return [{ op: 'add', path: here, value }];
    if (here.length < depth && isFields(old) && isFields(value)) {
      return differencesAt(old, value, here, depth);
    }
    return equal(old, value) ? [] : [{ op: 'replace', path: here, value }];
  });
}

function isFields(value: unknown): value is Fields {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Whether two sets of changes touch a common record. */
export function collide(one: Patches, other: Patches): boolean {
  const touched = new Set(one.map(({ path }) => recordOf(path)));
  // A whole field that is replaced takes all that is in it along.
  const whole = (patches: Patches) =>
    new Set(patches.flatMap(({ path }) => (path.length === 1 ? [path[0]] : [])));
  const [oneWhole, otherWhole] = [whole(one), whole(other)];
  return (
    other.some(({ path }) => touched.has(recordOf(path)) || oneWhole.has(path[0])) ||
    one.some(({ path }) => otherWhole.has(path[0]))
  );
}

/**
 * A document with changes applied; what they don't touch is the same.
 *
 * @throws Error where a path leads nowhere
 */
export function patched<Document extends object>(document: Document, patches: Patches): Document {
  return apply(document, patches as never);
}
