import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import type { Lettering, Outline } from '@cruvo/core/formats';

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
  const run = font.layout(text);
  if (run.glyphs.some(({ id }) => id === 0)) return null;
  const scale = size / font.unitsPerEm;
  let at = 0;
  const paths = run.glyphs.map((glyph, index) => {
    const { xAdvance, xOffset, yOffset } = run.positions[index]!;
    const moved = glyph.path.translate(at + xOffset, yOffset).scale(scale, -scale);
    at += xAdvance;
    return moved.toSVG();
  });
  return { path: paths.join(''), advance: at * scale };
}

function fontOf(folder: string, weight: number): Font {
  const file = `@fontsource/${folder}/files/${folder}-latin-${weight}-normal.woff`;
  const before = known.get(file);
  if (before) return before;
  const font = create(readFileSync(require.resolve(file))) as Font;
  known.set(file, font);
  return font;
}
