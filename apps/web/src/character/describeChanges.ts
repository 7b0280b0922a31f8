import equal from 'fast-deep-equal';
import type { Character } from '@cruvo/core/character';

/** What changed from one version of a character to another, in sentences. */
export function describeCharacterChanges(before: Character, after: Character): string[] {
  const known = new Map(before.parts.map((part) => [part.id, part]));
  const added = after.parts.filter(({ id }) => !known.has(id));
  const kept = new Set(after.parts.map(({ id }) => id));
  const gone = before.parts.filter(({ id }) => !kept.has(id));
  const changed = after.parts.filter(
    (part) => known.has(part.id) && !equal(part, known.get(part.id)),
  );
  const named = (parts: Character['parts']) => {
    const names = parts.slice(0, 3).map(({ name }) => `“${name}”`);
    return parts.length > 3 ? `${names.join(', ')} and ${parts.length - 3} more` : names.join(', ');
  };
  return [
    ...(before.name === after.name ? [] : [`The character is called “${after.name}”.`]),
    ...(added.length > 0 ? [`Added: ${named(added)}.`] : []),
    ...(gone.length > 0 ? [`Removed: ${named(gone)}.`] : []),
    ...(changed.length > 0 ? [`Changed: ${named(changed)}.`] : []),
    ...(equal(before.mouth, after.mouth) ? [] : ['The mouth was set up differently.']),
    ...(equal(before.eyes, after.eyes) ? [] : ['The eyes were set up differently.']),
  ];
}
