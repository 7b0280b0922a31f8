import { unzipSync, zipSync } from 'fflate';
import type { Chance } from './random';

/** Numbers that programs trip over. */
const NUMBERS = [
  0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0x8000, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff,
];
const TEXTS = ['0', '-1', '1e999', 'NaN', '1e9', '99999999999', '#', 'url(#g)', '%', '\u0000', 'ü'];

type Mutation = (bytes: Buffer, chance: Chance) => Buffer;

/** Changes of bytes that know nothing of what they change. */
const BLIND: readonly Mutation[] = [
  (bytes, chance) => {
    const changed = Buffer.from(bytes);
    for (let count = 1 + chance.below(8); count > 0; count--) {
      changed[chance.below(bytes.length)]! ^= 1 << chance.below(8);
    }
    return changed;
  },
  (bytes, chance) => bytes.subarray(0, chance.below(bytes.length)),
  (bytes, chance) => {
    const at = chance.below(bytes.length);
    return Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + 1 + chance.below(64))]);
  },
  (bytes, chance) => {
    const at = chance.below(bytes.length);
    const piece = bytes.subarray(at, at + 1 + chance.below(256));
    const copies = Array.from({ length: 1 + chance.below(20) }, () => piece);
    return Buffer.concat([bytes.subarray(0, at), ...copies, bytes.subarray(at)]);
  },
  (bytes, chance) => {
    const at = chance.below(bytes.length);
    return Buffer.concat([
      bytes.subarray(0, at),
      chance.bytes(1 + chance.below(64)),
      bytes.subarray(at),
    ]);
  },
  withNumber,
];

/** Sets a number of two or four bytes, of either order, as lengths, sizes and offsets in headers are. */
function withNumber(bytes: Buffer, chance: Chance): Buffer {
  const changed = Buffer.from(bytes);
  const size = chance.one([2, 4]);
  if (bytes.length < size) return changed;
  // Headers stand at the beginning, mostly.
  const reach = chance.below(3) === 0 ? bytes.length : Math.min(bytes.length, 160);
  const at = chance.below(Math.max(1, reach - size));
  const value = chance.one(NUMBERS);
  const number = size === 2 ? value & 0xffff : value;
  if (chance.below(2) === 0) changed.writeUIntLE(number, at, size);
  else changed.writeUIntBE(number, at, size);
  return changed;
}

/** Changes of XML: values, elements and their nesting. */
const IN_XML: readonly Mutation[] = [
  (bytes, chance) => replaceOne(bytes, chance, /="[^"]*"/g, () => `="${chance.one(TEXTS)}"`),
  (bytes, chance) => replaceOne(bytes, chance, /-?\d+(\.\d+)?/g, () => chance.one(TEXTS)),
  (bytes, chance) =>
    replaceOne(bytes, chance, /<[^>]*>/g, (element) => element.repeat(2 + chance.below(500))),
  (bytes, chance) => replaceOne(bytes, chance, /<[^>]*>/g, () => ''),
  (bytes, chance) =>
    replaceOne(
      bytes,
      chance,
      /#[a-z]+/g,
      () => `#${chance.one(['a', 'g', 'c', 'f', 'p', 'head', 'mouth'])}`,
    ),
  (bytes, chance) => {
    const depth = 1 + chance.below(3000);
    return replaceOne(bytes, chance, /<g [^>]*>/g, (group) => group + '<g>'.repeat(depth));
  },
];

function replaceOne(
  bytes: Buffer,
  chance: Chance,
  what: RegExp,
  by: (found: string) => string,
): Buffer {
  const text = bytes.toString('utf8');
  const found = [...text.matchAll(what)];
  if (found.length === 0) return bytes;
  const match = chance.one(found);
  return Buffer.from(
    text.slice(0, match.index) + by(match[0]) + text.slice(match.index + match[0].length),
  );
}

const PATHS = [
  '../../x.png',
  '/etc/x.png',
  'c:\\x.png',
  'a//b.png',
  '.png',
  'stack.xml',
  'character.json',
];

/** Changes of an archive: of a file in it, of names, of what its list says. */
function inArchive(bytes: Buffer, chance: Chance): Buffer {
  const files = Object.entries(unzipSync(bytes));
  const at = chance.below(files.length);
  const changed = files.map(([name, content], index): [string, Uint8Array] => {
    if (index !== at) return [name, content];
    if (chance.below(4) === 0) return [chance.one(PATHS), content];
    return [name, mutated(name, Buffer.from(content), chance)];
  });
  if (chance.below(8) === 0) changed.splice(at, 1);
  const archive = Buffer.from(zipSync(Object.fromEntries(changed)));
  return chance.below(3) === 0 ? inListing(archive, chance) : archive;
}

/** A number in the archive's list of its files (APPNOTE 4.3.12) says something else. */
function inListing(archive: Buffer, chance: Chance): Buffer {
  const start = archive.indexOf(Buffer.from('504b0102', 'hex'));
  if (start < 0) return archive;
  const field = chance.one([10, 20, 24, 28, 30, 42]);
  const size = field === 10 || field === 28 || field === 30 ? 2 : 4;
  const value = chance.one(NUMBERS);
  archive.writeUIntLE(size === 2 ? value & 0xffff : value, start + field, size);
  return archive;
}

/** A file with a change or a few in it, of the kind that its name tells. */
export function mutated(name: string, bytes: Buffer, chance: Chance): Buffer {
  const kinds: readonly Mutation[] = /\.(zip|ora)$/.test(name)
    ? [inArchive, inArchive, inArchive, ...BLIND]
    : /\.(svg|xml)$/.test(name)
      ? [...IN_XML, ...IN_XML, ...BLIND]
      : [...BLIND, withNumber, withNumber];
  let changed = bytes;
  for (let count = 1 + chance.below(3); count > 0 && changed.length > 0; count--) {
    try {
      changed = chance.one(kinds)(changed, chance);
    } catch {
      // An archive that a change before has broken can't be taken apart any more.
      break;
    }
  }
  return changed;
}
