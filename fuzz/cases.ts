import { readdirSync, readFileSync } from 'node:fs';
import type { OpenedKind } from '@cruvo/media/sandbox';
import { mutated } from './mutations';
import { Chance } from './random';

const SEEDS = new URL('./seeds/', import.meta.url);

/** A file that was changed, and as what it is brought in. */
export interface FuzzCase {
  /** Gives the same case again. */
  readonly number: number;
  readonly name: string;
  readonly kind: OpenedKind;
  readonly bytes: Buffer;
}

const KINDS: readonly { readonly name: RegExp; readonly kinds: readonly OpenedKind[] }[] = [
  { name: /^voice/, kinds: ['voice'] },
  { name: /^picture\./, kinds: ['picture', 'artwork'] },
  { name: /./, kinds: ['artwork', 'artwork', 'picture'] },
];

const seeds = readdirSync(SEEDS).sort();

/** The case of a number: always the same. */
export function fuzzCase(number: number): FuzzCase {
  const chance = new Chance(number);
  const name = seeds[number % seeds.length]!;
  const { kinds } = KINDS.find((entry) => entry.name.test(name))!;
  const kind = chance.one(kinds);
  return { number, name, kind, bytes: mutated(name, readFileSync(new URL(name, SEEDS)), chance) };
}
