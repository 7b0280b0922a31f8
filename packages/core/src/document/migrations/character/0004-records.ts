import { generateNKeysBetween } from 'fractional-indexing';
import type { Migration } from '../migration';

/** Parts are records by id, which come in the order of their keys. */
export const records: Migration = (character) => {
  const parts = character['parts'] as readonly { readonly id: string }[];
  const orders = generateNKeysBetween(null, null, parts.length);
  return {
    ...character,
    parts: Object.fromEntries(parts.map((part, at) => [part.id, { ...part, order: orders[at]! }])),
  };
};
