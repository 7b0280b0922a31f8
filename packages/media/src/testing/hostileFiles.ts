import { crc32, deflateSync, gzipSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import { wavHeader } from '@cruvo/core/formats';

/** A file that was made to stop whoever opens it. */
export interface HostileFile {
  readonly what: string;
  readonly kind: 'voice' | 'picture' | 'artwork';
  readonly name: string;
  readonly bytes: () => Uint8Array;
  /** What must be answered; null where it may come in, as long as it does so in time. */
  readonly sentence: RegExp | null;
}

const page = (inside: string, size = 'viewBox="0 0 100 100"') =>
  strToU8(`<svg xmlns="http://www.w3.org/2000/svg" ${size}>${inside}</svg>`);

/** A PNG of one colour, of which almost nothing needs to be written. */
export function blankPng(width: number, height: number): Uint8Array {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  // One bit a pixel, grey.
  header[8] = 1;
  const rows = Buffer.alloc((1 + Math.ceil(width / 8)) * height);
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function oraOf(layers: string, files: Record<string, Uint8Array>): Uint8Array {
  const stack = `<image w="100" h="100"><stack>${layers}</stack></image>`;
  return zipSync({ mimetype: strToU8('image/openraster'), 'stack.xml': strToU8(stack), ...files });
}

/** An archive whose list says that each of its files is so large when it is unpacked. */
function claiming(archive: Uint8Array, size: number): Uint8Array {
  const bytes = Buffer.from(archive);
  const entry = Buffer.from('504b0102', 'hex');
  for (let at = bytes.indexOf(entry); at >= 0; at = bytes.indexOf(entry, at + 4)) {
    bytes.writeUInt32LE(size, at + 24);
  }
  return bytes;
}

const filter = (primitives: string) =>
  page(
    `<filter id="f" x="-10" y="-10" width="30" height="30">${primitives}</filter><rect id="r" filter="url(#f)" width="100" height="100"/>`,
  );

export const HOSTILE_FILES: readonly HostileFile[] = [
  {
    what: 'a path of 320,000 points',
    kind: 'artwork',
    name: 'path.svg',
    bytes: () => {
      const points = Array.from({ length: 320_000 }, (_, at) => `L${at % 97} ${at % 89}`);
      return page(`<path id="p" d="M0 0${points.join('')}" fill="#f00"/>`);
    },
    sentence: null,
  },
  {
    what: 'a thousand rules for twenty thousand shapes',
    kind: 'artwork',
    name: 'rules.svg',
    bytes: () => {
      const rules = Array.from({ length: 1000 }, (_, at) => `.c${at}{fill:#f0${at % 10}}`);
      const shapes = Array.from(
        { length: 20_000 },
        (_, at) => `<rect class="c${at % 1000}" width="9" height="9" x="${at % 90}"/>`,
      );
      return page(`<style>${rules.join('')}</style><g id="all">${shapes.join('')}</g>`);
    },
    sentence: null,
  },
  {
    what: 'a character that is nested a million deep',
    kind: 'artwork',
    name: 'deep.character.zip',
    bytes: () => zipSync({ 'character.json': strToU8('['.repeat(15_000_000)) }),
    sentence: /can’t be read/,
  },
  {
    what: 'a character whose description is endless',
    kind: 'artwork',
    name: 'endless.character.zip',
    bytes: () => zipSync({ 'character.json': new Uint8Array(140_000_000).fill(0x5b) }),
    sentence: /unpacks to more/,
  },
  {
    what: 'ten blank pictures of 12,000 × 12,000',
    kind: 'artwork',
    name: 'blank.zip',
    bytes: () => {
      const blank = blankPng(12_000, 12_000);
      return zipSync(
        Object.fromEntries(Array.from({ length: 10 }, (_, at) => [`${at}.png`, blank])),
      );
    },
    sentence: /million in all/,
  },
  {
    what: 'two gigabytes of zeros in an archive',
    kind: 'artwork',
    name: 'zeros.zip',
    bytes: () => {
      const zeros = new Uint8Array(100_000);
      const names = Array.from({ length: 20 }, (_, at) => `${at}.png`);
      return claiming(zipSync(Object.fromEntries(names.map((at) => [at, zeros]))), 150_000_000);
    },
    sentence: /unpacks to more/,
  },
  {
    what: 'zeros that are called a picture',
    kind: 'artwork',
    name: 'zeros.png.zip',
    bytes: () => zipSync({ 'a.png': new Uint8Array(60_000_000) }, { level: 1 }),
    sentence: /not a picture/,
  },
  {
    what: 'blurs of blurs',
    kind: 'artwork',
    name: 'blurs.svg',
    bytes: () => filter('<feGaussianBlur stdDeviation="1e4"/>'.repeat(400)),
    sentence: /takes too long/,
  },
  {
    what: 'noise of a billion octaves',
    kind: 'picture',
    name: 'noise.svg',
    bytes: () => filter('<feTurbulence baseFrequency="9" numOctaves="999999999"/>'.repeat(9)),
    sentence: null,
  },
  {
    what: 'an enlarging brush',
    kind: 'picture',
    name: 'morphology.svg',
    bytes: () => filter('<feMorphology operator="dilate" radius="9999"/>'.repeat(60)),
    sentence: /takes too long/,
  },
  {
    what: 'a packed SVG',
    kind: 'picture',
    name: 'packed.svgz',
    bytes: () => gzipSync(page('<image href="file:///etc/passwd" width="9" height="9"/>')),
    sentence: /points to something outside/,
  },
  {
    what: 'an SVG in UTF-7',
    kind: 'picture',
    name: 'utf7.svg',
    bytes: () =>
      strToU8(
        '<?xml version="1.0" encoding="UTF-7"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"/>',
      ),
    sentence: /encoding/,
  },
  {
    what: 'three thousand layers of one large picture',
    kind: 'artwork',
    name: 'layers.ora',
    bytes: () =>
      oraOf('<layer name="a" src="data/a.png"/>'.repeat(2900), {
        'data/a.png': blankPng(9000, 9000),
      }),
    sentence: /thousand million pixels/,
  },
  {
    what: 'a page a billion wide',
    kind: 'artwork',
    name: 'wide.svg',
    bytes: () =>
      page(
        '<rect width="1" height="1" filter="url(#f)"/><filter id="f"/>',
        'viewBox="0 0 1e9 1e9"',
      ),
    sentence: null,
  },
  {
    what: 'a WAV of one sample a second',
    kind: 'voice',
    name: 'slow.wav',
    bytes: () => {
      const samples = new Uint8Array(100_000);
      const header = wavHeader(1, 1, samples.length);
      return Buffer.concat([header, samples]);
    },
    sentence: /samples a second/,
  },
  {
    what: 'a manifest that points to another file',
    kind: 'voice',
    name: 'list.wav',
    bytes: () => strToU8('#EXTM3U\n#EXTINF:9\nfile:///etc/passwd\n'),
    sentence: /not a sound/,
  },
  {
    what: 'groups a hundred thousand deep',
    kind: 'artwork',
    name: 'deep.svg',
    bytes: () => page('<g>'.repeat(100_000) + '</g>'.repeat(100_000)),
    sentence: /deep/,
  },
];
