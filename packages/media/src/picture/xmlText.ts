import { Problem } from '@cruvo/core/problem';

/** Whether a file begins as XML does, in any encoding that can be read here. */
export function looksLikeXml(start: Buffer): boolean {
  const encoding = encodingOf(start);
  const text = start.subarray(0, 1024).toString(encoding === 'utf-8' ? 'utf8' : 'latin1');
  // Every other byte is zero in UTF-16.
  return /^[\s\uFEFF\u00FE\u00FF\0]*<\0?[?!a-z]/i.test(text);
}

/**
 * The text of an XML file in UTF-8 or UTF-16, without its declaration, so that every reader reads the same.
 *
 * @throws Problem for other encodings, and for one that isn't what the declaration says
 */
export function xmlText(bytes: Buffer, name: string): string {
  const encoding = encodingOf(bytes);
  const unreadable = new Problem(
    'bad-input',
    `“${name}” is written in an encoding that Cruvo doesn’t read. Save it as UTF-8.`,
  );
  let text: string;
  try {
    text = new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw unreadable;
  }
  const declaration = /^\s*<\?xml\s[^>]*?\?>/i.exec(text)?.[0] ?? '';
  const said = /encoding\s*=\s*["']([^"']*)["']/i.exec(declaration)?.[1]?.toLowerCase();
  if (said !== undefined && !NAMES[encoding].includes(said)) throw unreadable;
  return text.slice(declaration.length);
}

type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be';

/** How a declaration may call an encoding. */
const NAMES: Readonly<Record<Encoding, readonly string[]>> = {
  'utf-8': ['utf-8', 'utf8', 'us-ascii', 'ascii'],
  'utf-16le': ['utf-16', 'utf-16le'],
  'utf-16be': ['utf-16', 'utf-16be'],
};

/** The encoding by the byte order mark, or by how "<" is written (XML 1.0, appendix F). */
function encodingOf(bytes: Buffer): Encoding {
  const start = bytes.subarray(0, 2).toString('hex');
  if (start === 'fffe' || start === '3c00') return 'utf-16le';
  if (start === 'feff' || start === '003c') return 'utf-16be';
  return 'utf-8';
}
