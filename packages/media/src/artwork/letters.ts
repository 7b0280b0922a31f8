import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import type { Lettering } from '@cruvo/core/formats';
import type { Outline } from '@cruvo/core/lettering';
import { outlineOf } from '@cruvo/core/openType';

/** The fonts that come with Cruvo by the names under which drawings ask for them, and their weights. */
const FONTS: ReadonlyMap<string, { readonly folder: string; readonly weights: readonly number[] }> =
  new Map([
    ['figtree', { folder: 'figtree', weights: [300, 400, 500, 600, 700, 800, 900] }],
    [
      'bricolage grotesque',
      { folder: 'bricolage-grotesque', weights: [200, 300, 400, 500, 600, 700, 800] },
    ],
  ]);

const require = createRequire(import.meta.url);
const known = new Map<string, Font>();

/** The outlines of text in a font that comes with Cruvo; null where none of the wanted ones does, or it lacks a letter. */
export function outlineText(text: string, lettering: Lettering): Outline | null {
  const { families, size, weight, italic } = lettering;
  const wanted = FONTS.get(families[0]?.toLowerCase() ?? '');
  if (!wanted || italic) return null;
  const nearest = [...wanted.weights].sort(
    (a, b) => Math.abs(a - weight) - Math.abs(b - weight),
  )[0]!;
  const font = fontOf(wanted.folder, nearest);
  const known = [...text].every((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0)!));
  return known ? outlineOf(font, text, size) : null;
}

function fontOf(folder: string, weight: number): Font {
  const file = `@fontsource/${folder}/files/${folder}-latin-${weight}-normal.woff`;
  const before = known.get(file);
  if (before) return before;
  const font = create(readFileSync(require.resolve(file))) as Font;
  known.set(file, font);
  return font;
}
