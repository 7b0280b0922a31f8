import equal from 'fast-deep-equal';
import { type Character, type Part, partsOf } from '@cruvo/core/character';

/** What changed from one version of a character to another, in sentences. */
export function describeCharacterChanges(before: Character, after: Character): string[] {
  const known = new Map(partsOf(before).map((part) => [part.id, part]));
  const added = partsOf(after).filter(({ id }) => !known.has(id));
  const kept = new Set(partsOf(after).map(({ id }) => id));
  const gone = partsOf(before).filter(({ id }) => !kept.has(id));
  const changed = partsOf(after).filter(
    (part) => known.has(part.id) && !equal(part, known.get(part.id)),
  );
  const named = (parts: readonly Part[]) => {
    const names = parts.slice(0, 3).map(({ name }) => `“${name}”`);
    return parts.length > 3 ? `${names.join(', ')} and ${parts.length - 3} more` : names.join(', ');
  };
  return [
    ...(before.name === after.name ? [] : [`The character is called “${after.name}”.`]),
    ...(added.length > 0 ? [`Added: ${named(added)}.`] : []),
    ...(gone.length > 0 ? [`Removed: ${named(gone)}.`] : []),
    ...(changed.length > 0 ? [`Changed: ${named(changed)}.`] : []),
    ...(equal(before.mouth, after.mouth) ? [] : ['The mouth was set up differently.']),
    ...(equal(before.controls, after.controls) ? [] : ['The controls were set up differently.']),
    ...(equal(before.eyes, after.eyes) ? [] : ['The eyes were set up differently.']),
  ];
}
