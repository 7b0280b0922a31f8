import { Problem } from '@cruvo/core/problem';

/** How files of layers begin that Cruvo can't read, by their formats' own descriptions. */
const BEGINNINGS: readonly (readonly [start: RegExp, format: string])[] = [
  [/^gimp xcf/, 'an XCF file'],
  [/^(II\*\0|MM\0\*|II\+\0|MM\0\+)/, 'a TIFF'],
  [/^%PDF/, 'a PDF'],
  [/^%!PS/, 'a PostScript file'],
];

/** @param start the first bytes of a file @throws Problem where they are those of a format that can't be read */
export function refuseOtherFormats(start: Buffer, name: string): void {
  const text = start.subarray(0, 16).toString('latin1');
  const found = BEGINNINGS.find(([beginning]) => beginning.test(text));
  if (found) throw unreadable(name, found[1]);
}

/** @param format with its article */
export function unreadable(name: string, format: string): Problem {
  return new Problem(
    'bad-input',
    `“${name}” is ${format}, which Cruvo can’t read. In your drawing program, save it as PSD, OpenRaster (.ora) or layered SVG.`,
  );
}
