/** A name followed by the first number from 2 on that makes it one of its own; itself where nothing is called so. */
export function nextName(name: string, taken: readonly string[]): string {
  const others = new Set(taken);
  if (!others.has(name)) return name;
  const base = name.replace(/ \d+$/, '');
  let number = 2;
  while (others.has(`${base} ${number}`)) number++;
  return `${base} ${number}`;
}
