import fc from 'fast-check';
import { number, object, string, type Schema } from 'yup';
import {
  inOrder,
  inTable,
  recordsSchema,
  withoutRecord,
  withRecord,
  type OrderedRecord,
} from './records';

interface Item extends OrderedRecord {
  readonly value: number;
}

const ids = fc.uniqueArray(fc.string({ minLength: 1, maxLength: 3 }), { maxLength: 12 });
const tableOf = (names: readonly string[]) =>
  inTable<Item>(names.map((id, value) => ({ id, value })));

describe('a table', () => {
  it('gives its records in the order of the list that it was made from', () => {
    fc.assert(
      fc.property(ids, (names) => {
        const table = tableOf(names.filter((name) => name !== '__proto__'));
        const saved = JSON.parse(JSON.stringify(table)) as typeof table;
        expect(inOrder(saved)).toEqual(inOrder(table));
        expect(inOrder(table).map(({ id }) => id)).toEqual(
          names.filter((name) => name !== '__proto__'),
        );
      }),
    );
  });
  it('gives the same list for the same table', () => {
    const table = tableOf(['a', 'b']);
    const copy = { ...table };
    expect(inOrder(copy)).toBe(inOrder(copy));
  });
  it('takes over any other order', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(['a', 'b', 'c', 'd', 'e', 'f'], { minLength: 1 }),
        (names) => {
          const before = tableOf(['a', 'b', 'c', 'd', 'e', 'f']);
          const list = names.map((id) => before[id]!);
          expect(inOrder({ ...inTable<Item>(list) }).map(({ id }) => id)).toEqual(names);
        },
      ),
    );
  });
  it.each([
    [['b', 'c', 'd', 'a'], ['a']],
    [['d', 'a', 'b', 'c'], ['d']],
    [['a', 'c', 'b', 'd'], 1],
  ])('gives another place only to what was moved: %j', (names, moved) => {
    const before = tableOf(['a', 'b', 'c', 'd']);
    const after = inTable<Item>(names.map((id) => before[id]!));
    const changed = names.filter((id) => after[id] !== before[id]);
    if (typeof moved === 'number') expect(changed).toHaveLength(moved);
    else expect(changed).toEqual(moved);
  });
  it('puts what is new between its neighbours', () => {
    const before = tableOf(['a', 'b']);
    const after = inTable<Item>([before['a']!, { id: 'new', value: 9 }, before['b']!]);
    expect(inOrder(after).map(({ id }) => id)).toEqual(['a', 'new', 'b']);
    expect([after['a'], after['b']]).toEqual([before['a'], before['b']]);
  });
});

it('takes one record away, and nothing where there is none', () => {
  const all = { a: { value: 1 }, b: { value: 2 } };
  expect(withoutRecord(all, 'a')).toEqual({ b: { value: 2 } });
  expect(withoutRecord(all, 'lost')).toEqual(all);
});

it('changes one record, and nothing where there is none', () => {
  const table = tableOf(['a', 'b']);
  const after = withRecord(table, 'a', (item) => ({ ...item, value: 5 }));
  expect([after['a']!.value, after['b']]).toEqual([5, table['b']]);
  expect(withRecord(table, 'lost', (item) => item)).toBe(table);
});

describe('recordsSchema', () => {
  const item = object({
    id: string().required(),
    order: string().required(),
    value: number().required(),
  }) as Schema<Item>;
  const schema = object({ table: recordsSchema(item, 'item') });
  const check = (table: unknown) => () => schema.validateSync({ table }, { strict: true });
  it('checks every record by itself', () => {
    expect(check(tableOf(['a', 'b']))).not.toThrow();
    expect(check({})).not.toThrow();
    expect(check({ a: { id: 'a', order: 'a0', value: 'x' } })).toThrow(/table\.a\.value/);
  });
  it('refuses records under another id, and what is no table', () => {
    expect(check({ b: { id: 'a', order: 'a0', value: 1 } })).toThrow(/item must stand under/);
    expect(check(null)).toThrow();
    expect(check(undefined)).toThrow();
  });
});
