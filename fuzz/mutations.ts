import { unzipSync, zipSync, type UnzipFileInfo } from 'fflate';
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

const MOST_UNZIPPED = 32 * 2 ** 20;

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
  // A size that a change before has made huge would be allocated.
  const filter = ({ originalSize }: UnzipFileInfo) => originalSize <= MOST_UNZIPPED;
  const files = Object.entries(unzipSync(bytes, { filter }));
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

/** A field of a WAV file says something else: the size of a chunk, or what "fmt " tells of the samples. */
function inWav(bytes: Buffer, chance: Chance): Buffer {
  const fields: Field[] = [{ at: 4, size: 4 }];
  for (let at = 12; at + 8 <= bytes.length && fields.length < 64;) {
    fields.push({ at: at + 4, size: 4 });
    if (bytes.toString('latin1', at, at + 4) === 'fmt ') {
      for (const offset of [8, 10, 20, 22]) fields.push({ at: at + offset, size: 2 });
      for (const offset of [12, 16]) fields.push({ at: at + offset, size: 4 });
    }
    at += 8 + bytes.readUInt32LE(at + 4) + (bytes.readUInt32LE(at + 4) % 2);
  }
  return withField(bytes, chance.one(fields), chance, 'little');
}

/** A field of a PSD file says something else: its header, the lengths of its sections, its layers' boxes and channels. */
function inPsd(bytes: Buffer, chance: Chance): Buffer {
  const fields: Field[] = [
    ...[12, 22, 24].map((at) => ({ at, size: 2 as const })),
    ...[14, 18, 26].map((at) => ({ at, size: 4 as const })),
  ];
  const resources = 30 + bytes.readUInt32BE(26);
  const layers = resources + 4 + bytes.readUInt32BE(resources);
  fields.push({ at: resources, size: 4 }, { at: layers, size: 4 }, { at: layers + 4, size: 4 });
  fields.push({ at: layers + 8, size: 2 });
  // The first layer: its box, how many channels, and of the first ones the number and the length.
  for (let field = 0; field < 4; field++) fields.push({ at: layers + 10 + 4 * field, size: 4 });
  fields.push({ at: layers + 26, size: 2 });
  for (let channel = 0; channel < 3; channel++) {
    fields.push(
      { at: layers + 28 + 6 * channel, size: 2 },
      { at: layers + 30 + 6 * channel, size: 4 },
    );
  }
  return withField(bytes, chance.one(fields), chance, 'big');
}

interface Field {
  readonly at: number;
  readonly size: 2 | 4;
}

function withField(
  bytes: Buffer,
  { at, size }: Field,
  chance: Chance,
  order: 'big' | 'little',
): Buffer {
  const changed = Buffer.from(bytes);
  const value = chance.one(NUMBERS);
  const number = size === 2 ? value & 0xffff : value;
  if (order === 'big') changed.writeUIntBE(number, at, size);
  else changed.writeUIntLE(number, at, size);
  return changed;
}

/** Changes for kinds of file whose inside is known, by their endings; all others are changed blindly. */
const KNOWN: readonly { readonly ending: RegExp; readonly mutations: readonly Mutation[] }[] = [
  { ending: /\.(zip|ora)$/, mutations: [inArchive, inArchive, inArchive, ...BLIND] },
  { ending: /\.(svg|xml)$/, mutations: [...IN_XML, ...IN_XML, ...BLIND] },
  { ending: /\.wav$/, mutations: [inWav, inWav, inWav, ...BLIND] },
  { ending: /\.psd$/, mutations: [inPsd, inPsd, inPsd, ...BLIND] },
];

/** A file with a change or a few in it, of the kind that its name tells. */
export function mutated(name: string, bytes: Buffer, chance: Chance): Buffer {
  const known = KNOWN.find(({ ending }) => ending.test(name));
  const kinds = known?.mutations ?? [...BLIND, withNumber, withNumber];
  let changed = bytes;
  for (let count = 1 + chance.below(3); count > 0 && changed.length > 0; count--) {
    try {
      changed = chance.one(kinds)(changed, chance);
    } catch {
      // What a change before has broken can't be taken apart any more.
      break;
    }
  }
  return changed;
}
