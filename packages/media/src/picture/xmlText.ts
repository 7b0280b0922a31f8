import { Problem } from '@cruvo/core/problem';
import { withoutEntities } from './entities';

/** Whether a file begins as XML does, in any encoding that can be read here. */
export function looksLikeXml(start: Buffer): boolean {
  const encoding = encodingOf(start);
  const text = start.subarray(0, 1024).toString(encoding === 'utf-8' ? 'utf8' : 'latin1');
  // Every other byte is zero in UTF-16.
  return /^[\s\uFEFF\u00FE\u00FF\0]*<\0?[?!a-z]/i.test(text);
}

/**
 * The text of an XML file in whatever encoding it says, without its declaration and entities of its own, so that every
 * reader reads the same.
 *
 * @throws Problem for encodings that nobody knows, and for a file that isn't what its declaration says
 */
export function xmlText(bytes: Buffer, name: string): string {
  const wide = encodingOf(bytes);
  const said = saidEncoding(bytes);
  const text = decoded(bytes, wide === 'utf-8' ? (said ?? wide) : wide);
  const contradicts = said !== null && said.startsWith('utf-16') !== wide.startsWith('utf-16');
  if (text === null || contradicts) {
    throw new Problem(
      'bad-input',
      `“${name}” is written in an encoding that Cruvo doesn’t read. Save it as UTF-8.`,
    );
  }
  return withoutEntities(text.replace(DECLARATION, ''), name);
}

const DECLARATION = /^\s*<\?xml\s[^>]*?\?>/i;

/** The encoding that a declaration names; null where there is none. */
function saidEncoding(bytes: Buffer): string | null {
  // Every other byte is zero in UTF-16.
  const start = bytes
    .subarray(0, 400)
    .toString('latin1')
    .replace(/\0|^[\xef\xbb\xbf\xfe\xff]+/g, '');
  const declaration = DECLARATION.exec(start)?.[0] ?? '';
  return /encoding\s*=\s*["']([^"']*)["']/i.exec(declaration)?.[1]?.toLowerCase() ?? null;
}

/** Null where it is of no such encoding. */
function decoded(bytes: Buffer, encoding: string): string | null {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be';

/** The encoding by the byte order mark, or by how "<" is written (XML 1.0, appendix F). */
function encodingOf(bytes: Buffer): Encoding {
  const start = bytes.subarray(0, 2).toString('hex');
  if (start === 'fffe' || start === '3c00') return 'utf-16le';
  if (start === 'feff' || start === '003c') return 'utf-16be';
  return 'utf-8';
}
