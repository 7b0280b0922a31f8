import { gunzipSync } from 'node:zlib';
import { Problem } from '@cruvo/core/problem';

/** Bytes that a packed picture may unpack to. */
const MOST = 100_000_000;

/** Whether a file is packed as an SVG that ends in .svgz is (RFC 1952). */
export function looksPacked(start: Buffer): boolean {
  return start.subarray(0, 2).toString('hex') === '1f8b';
}

/** @throws Problem where it is damaged, or blows up */
export function unpacked(bytes: Buffer, name: string): Buffer {
  let content: Buffer;
  try {
    content = gunzipSync(bytes, { maxOutputLength: MOST });
  } catch {
    throw new Problem(
      'bad-input',
      `“${name}” is packed, and is damaged or more than ${MOST / 1e6} MB inside. Save it as plain SVG.`,
    );
  }
  // A bomb in a bomb would be unpacked for ever.
  if (!looksPacked(content)) return content;
  throw new Problem('bad-input', `“${name}” is packed twice. Save it as plain SVG.`);
}
