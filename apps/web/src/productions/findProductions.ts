import type { ListedDocument, ProductionSummary } from '../api/documents';

/** In which order productions are shown. */
export const SORTINGS = { saved: 'Last saved', name: 'Name' } as const;
export type Sorting = keyof typeof SORTINGS;

const simple = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Productions in which all words of a search are found: in their names, or those of their scenes and characters. */
export function findProductions(
  productions: readonly ProductionSummary[],
  search: string,
  sorting: Sorting,
): readonly ProductionSummary[] {
  const words = simple(search).split(/\s+/).filter(Boolean);
  const found = productions.filter(({ name, scenes, characters }) => {
    const names = simple([name, ...[...scenes, ...characters].map(nameOf)].join('\n'));
    return words.every((word) => names.includes(word));
  });
  return found.sort((a, b) =>
    sorting === 'name'
      ? a.name.localeCompare(b.name, undefined, { numeric: true })
      : b.savedAt.localeCompare(a.savedAt),
  );
}

const nameOf = ({ name }: ListedDocument) => name;
