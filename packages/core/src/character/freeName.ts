/** No record can have this id: it means something else in an object. */
const RESERVED = '__proto__';

/** A name that is not taken yet, itself or with a number behind it; it is taken from then on. */
export function freeName(wanted: string, taken: Set<string>): string {
  const name = wanted === RESERVED ? '_proto_' : wanted;
  let free = name;
  for (let number = 2; taken.has(free); number++) free = `${name} (${number})`;
  taken.add(free);
  return free;
}

const LONGEST_ID = 40;

/** An id for a record that is not taken yet: a name in small letters, with a number behind it where that is taken. */
export function freeId(name: string, taken: { has(id: string): boolean }): string {
  const plain = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, LONGEST_ID);
  let [id, number] = [plain || 'one', 2];
  while (taken.has(id)) id = `${plain || 'one'}-${number++}`;
  return id;
}

const LONGEST_NAME = 200;

/** A layer's name from a file, short enough and without characters that can't be stored or written. */
export function tidyName(name: string): string {
  const tidy = name
    .replace(/\p{Cc}/gu, ' ')
    .replace(/\p{Surrogate}/gu, '\uFFFD')
    .slice(0, LONGEST_NAME)
    .replace(/\p{Surrogate}/gu, '')
    .trim();
  return tidy || 'layer';
}
