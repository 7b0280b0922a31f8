import { generateNKeysBetween } from 'fractional-indexing';
import { lazy, object, type Schema } from 'yup';

/** One table of a document: its records by their ids. */
export type Records<Item> = Readonly<Record<string, Item>>;

/** A record with a place among the others of its table. */
export interface OrderedRecord {
  readonly id: string;
  /** Records come in the order of these texts, compared by their code units: between any two fits another. */
  readonly order: string;
}

const lists = new WeakMap<object, readonly unknown[]>();

/** The records of a table in their order; the same table gives the same list. */
export function inOrder<Item extends OrderedRecord>(records: Records<Item>): readonly Item[] {
  const known = lists.get(records);
  if (known) return known as readonly Item[];
  const list = Object.values(records).sort(byOrder);
  lists.set(records, list);
  return list;
}

function byOrder(a: OrderedRecord, b: OrderedRecord): number {
  return compare(a.order, b.order) || compare(a.id, b.id);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/**
 * A table whose records come in the order of a list. As few of them as possible are given another place, so that
 * a change of order touches only what was moved; those that stay are the same objects.
 *
 * @param list an `order` that is missing or out of place is set
 */
export function inTable<Item extends OrderedRecord>(
  list: readonly (Omit<Item, 'order'> & { readonly order?: string })[],
): Records<Item> {
  const staying = risingPlaces(list.map(({ order }) => order ?? null));
  const placed: Item[] = [];
  for (let at = 0; at < list.length;) {
    if (staying.has(at)) {
      placed.push(list[at] as Item);
      at++;
      continue;
    }
    let next = at;
    while (next < list.length && !staying.has(next)) next++;
    const after = next < list.length ? list[next]!.order! : null;
    const keys = generateNKeysBetween(placed.at(-1)?.order ?? null, after, next - at);
    keys.forEach((order, index) => placed.push({ ...list[at + index]!, order } as Item));
    at = next;
  }
  const table = Object.fromEntries(placed.map((item) => [item.id, item]));
  lists.set(table, placed);
  return table;
}

/**
 * The places of a longest run of rising texts (patience sorting; Schensted 1961). Equal texts don't rise, nor does
 * null.
 */
function risingPlaces(orders: readonly (string | null)[]): ReadonlySet<number> {
  /** For each length of a run the place at which the one with the lowest end ends. */
  const ends: number[] = [];
  const before: number[] = [];
  orders.forEach((order, at) => {
    if (order === null) return;
    let length = ends.length;
    while (length > 0 && orders[ends[length - 1]!]! >= order) length--;
    before[at] = ends[length - 1] ?? -1;
    ends[length] = at;
  });
  const found = new Set<number>();
  for (let at = ends.at(-1) ?? -1; at >= 0; at = before[at]!) found.add(at);
  return found;
}

/** A table with one record changed. */
export function withRecord<Item>(
  records: Records<Item>,
  id: string,
  change: (item: Item) => Item,
): Records<Item> {
  const item = records[id];
  return item === undefined ? records : { ...records, [id]: change(item) };
}

/** A table without a record. */
export function withoutRecord<Item>(records: Records<Item>, id: string): Records<Item> {
  const { [id]: _, ...others } = records;
  return others;
}

/** What ids of records look like. */
const ID = /^[\w-]{1,64}$/;
/** Ids that were made of names of layers, which may hold anything that can be written. */
export const NAMES_AS_IDS = /^[^\p{Cc}\p{Surrogate}]{1,300}$/u;

/**
 * Checks every record of a table by itself; a record stands under its own id.
 *
 * @param ids what the ids must look like
 * @param most so many records at most
 */
export function recordsSchema<Item>(
  schema: Schema<Item>,
  name: string,
  ids = ID,
  most = Infinity,
): Schema<Records<Item>> {
  return lazy((value: unknown) => {
    const keys = Object.keys((value as object | null) ?? {});
    return object(Object.fromEntries(keys.map((key) => [key, schema])))
      .required()
      .test(
        'count',
        `more than ${most} records of the kind “${name}” can’t be kept`,
        () => keys.length <= most,
      )
      .test('form', `an id of a ${name} can’t be used`, () => keys.every((key) => ids.test(key)))
      .test('ids', `every ${name} must stand under its own id`, (table) =>
        Object.entries(table as Record<string, { id?: unknown }>).every(
          ([key, item]) => item.id === undefined || item.id === key,
        ),
      );
  }) as unknown as Schema<Records<Item>>;
}
