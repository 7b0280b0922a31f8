import type { ProductionSummary } from '../api/documents';
import { findProductions } from './findProductions';

const listed = (name: string) => ({ id: name, name, savedAt: '2026-01-01T00:00:00Z' });
const production = (name: string, savedAt: string, ...inside: string[]): ProductionSummary => ({
  ...{ id: name, name, savedAt },
  scenes: inside.slice(0, 1).map(listed),
  characters: inside.slice(1).map(listed),
});
const ALL = [
  production('Episode 10', '2026-03-01T00:00:00Z', 'The flood', 'Isbel'),
  production('Episode 9', '2026-05-01T00:00:00Z', 'Low tide', 'Wick'),
  production('Café', '2026-04-01T00:00:00Z', 'Evening', 'Isbel', 'Corrigan'),
];
const names = (search: string, sorting: 'saved' | 'name' = 'saved') =>
  findProductions(ALL, search, sorting).map(({ name }) => name);

it('shows what was saved last first, or goes by the names, numbers by their size', () => {
  expect(names('')).toEqual(['Episode 9', 'Café', 'Episode 10']);
  expect(names('', 'name')).toEqual(['Café', 'Episode 9', 'Episode 10']);
});

it('finds productions by their own names, and those of their scenes and characters', () => {
  expect(names('episode')).toEqual(['Episode 9', 'Episode 10']);
  expect(names('tide')).toEqual(['Episode 9']);
  expect(names('corrigan')).toEqual(['Café']);
});

it('needs all words, in any case and with or without accents', () => {
  expect(names('ISBEL cafe')).toEqual(['Café']);
  expect(names('isbel tide')).toEqual([]);
});

it('leaves the list that it was given as it is', () => {
  const before = [...ALL];
  findProductions(ALL, '', 'name');
  expect(ALL).toEqual(before);
});
