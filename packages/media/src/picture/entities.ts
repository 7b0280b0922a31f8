import { Problem } from '@cruvo/core/problem';

/** Characters by which entities may make a file longer. */
const MOST_ADDED = 1_000_000;
/** Entities that stand for others may do so this deep. */
const DEEPEST = 8;

/**
 * XML in which every entity that the file defines is what it stands for, as older drawing programs write namespaces.
 * Those that lie elsewhere are never fetched.
 *
 * @throws Problem where they blow up, or where one that lies elsewhere is needed
 */
export function withoutEntities(text: string, name: string): string {
  const [doctype, inside] = /<!DOCTYPE\s[^[>]*\[([\s\S]*?)\]\s*>/i.exec(text) ?? [];
  if (doctype === undefined || !/<!ENTITY/i.test(inside!)) return text;
  const known = new Map<string, string>();
  for (const [, entity, , value] of inside!.matchAll(ENTITY)) {
    if (!known.has(entity!)) known.set(entity!, value!);
  }
  let left = MOST_ADDED;
  const expanded = (part: string, depth: number): string =>
    part.replace(/&([\p{L}_][\p{L}\p{N}._-]*);/gu, (reference, entity: string) => {
      if (XML_ENTITIES.has(entity)) return reference;
      const value = known.get(entity);
      if (value === undefined) {
        throw new Problem(
          'bad-input',
          `“${name}” needs “${entity}”, which lies outside of the file. Export it as plain SVG.`,
        );
      }
      left -= value.length;
      if (left < 0 || depth > DEEPEST) {
        throw new Problem(
          'bad-input',
          `“${name}” defines entities that blow up without limit. Export it as plain SVG.`,
        );
      }
      return expanded(value, depth + 1);
    });
  return expanded(text.replace(doctype, ''), 0);
}

/** An entity with a value of its own (XML 1.0, 4.2). */
const ENTITY = /<!ENTITY\s+([^\s%]+)\s+(["'])([\s\S]*?)\2\s*>/g;
/** Those that every reader knows. */
const XML_ENTITIES = new Set(['amp', 'lt', 'gt', 'quot', 'apos']);
