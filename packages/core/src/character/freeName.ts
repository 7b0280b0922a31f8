/** A name that nothing has yet, and that now is taken: equal ones are told apart by a number. */
export function freeName(wanted: string, taken: Set<string>): string {
  let free = wanted;
  for (let number = 2; taken.has(free); number++) free = `${wanted} (${number})`;
  taken.add(free);
  return free;
}
