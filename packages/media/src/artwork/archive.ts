import { unzipSync, type UnzipFileInfo } from 'fflate';
import { Problem } from '@cruvo/core/problem';
import { LARGEST_UNPACKED } from './limits';

const MOST_FILES = 10_000;

/**
 * Unpacks a zip archive into memory, by path. Folders, what systems hide in archives, and what `wanted` refuses are left out.
 *
 * @throws Problem for a damaged archive, one that unpacks to too much, or paths that lead out of it
 */
export function unpacked(
  bytes: Uint8Array,
  name: string,
  wanted: (path: string) => boolean,
): ReadonlyMap<string, Buffer> {
  let size = 0;
  let count = 0;
  const filter = ({ name: path, originalSize }: UnzipFileInfo) => {
    if (/(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[a-z]:/i.test(path)) {
      throw new Problem(
        'bad-input',
        `“${name}” holds a file that would land outside of it (${path.slice(0, 60)}). Pack it again.`,
      );
    }
    if (path.endsWith('/') || /(^|\/)(__MACOSX\/|\.)/.test(path) || !wanted(path)) return false;
    size += originalSize;
    if (++count > MOST_FILES || size > LARGEST_UNPACKED) {
      throw new Problem(
        'too-large',
        `“${name}” unpacks to more than ${LARGEST_UNPACKED / 1e9} GB or ${MOST_FILES} files. Pack only the artwork.`,
      );
    }
    return true;
  };
  try {
    const files = unzipSync(bytes, { filter });
    return new Map(Object.entries(files).map(([path, file]) => [path, Buffer.from(file)]));
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem('bad-input', `“${name}” is damaged or cut off. Save or pack it again.`);
  }
}
