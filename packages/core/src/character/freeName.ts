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
