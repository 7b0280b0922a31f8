import { MOST_EMITTERS, type Emitter } from '../particles';
import { inOrder, inTable, withoutRecord, type Records } from '../records';

/** A table of emitters with one more in front of the others; a full one stays as it is. */
export function withEmitter(
  emitters: Records<Emitter>,
  id: string,
  emitter: Omit<Emitter, 'id' | 'order'>,
): Records<Emitter> {
  const all = inOrder(emitters);
  if (all.length >= MOST_EMITTERS) return emitters;
  const names = new Set(all.map(({ name }) => name));
  let name = emitter.name;
  for (let number = 2; names.has(name); number++) name = `${emitter.name} ${number}`;
  return inTable<Emitter>([...all, { ...emitter, id, name }]);
}

/** A table of emitters without those that a cast member carries. */
export function withoutEmittersOf(emitters: Records<Emitter>, member: string): Records<Emitter> {
  return Object.values(emitters)
    .filter(({ source }) => source.kind === 'part' && source.member === member)
    .reduce((table, { id }) => withoutRecord(table, id), emitters);
}
