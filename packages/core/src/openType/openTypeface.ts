import { create, type Font } from 'fontkit';
import type { Outline, Typeface } from '../lettering';

/**
 * Opens a font that is spread over files by scripts.
 *
 * @param files WOFF, TrueType or OpenType; what comes first is asked first
 */
export function openTypeface(files: readonly Uint8Array[]): Typeface {
  const fonts = files.map((file) => create(file as Parameters<typeof create>[0]) as Font);
  const [first] = fonts;
  if (!first) throw new TypeError('a typeface needs a file');
  const fontFor = (letter: string) =>
    fonts.find((font) => font.hasGlyphForCodePoint(letter.codePointAt(0)!));
  return {
    outline: (text, size) => {
      let advance = 0;
      let path = '';
      for (const { font, letters } of runsOf(text, fontFor)) {
        const run = outlineOf(font, letters, size, advance);
        path += run.path;
        advance += run.advance;
      }
      return { path, advance };
    },
    missingIn: (text) => [
      ...new Set([...text].filter((letter) => !/\s/u.test(letter) && !fontFor(letter))),
    ],
    capHeight: first.capHeight / first.unitsPerEm,
  };
}

/** The outline of letters that are all in one font. @param x where they begin */
export function outlineOf(font: Font, letters: string, size: number, x = 0): Outline {
  const scale = size / font.unitsPerEm;
  const run = font.layout(letters);
  let at = x / scale;
  const paths = run.glyphs.map((glyph, index) => {
    const { xAdvance, xOffset, yOffset } = run.positions[index]!;
    const moved = glyph.path.translate(at + xOffset, yOffset).scale(scale, -scale);
    at += xAdvance;
    return moved.toSVG();
  });
  return { path: paths.join(''), advance: at * scale - x };
}

/** A text in pieces of one font each; combining marks stay with their letters. */
function runsOf(text: string, fontFor: (letter: string) => Font | undefined) {
  const runs: { font: Font; letters: string }[] = [];
  for (const letter of text.normalize('NFC')) {
    const font = fontFor(letter);
    if (!font) continue;
    const last = runs.at(-1);
    if (last?.font === font) last.letters += letter;
    else runs.push({ font, letters: letter });
  }
  return runs;
}
