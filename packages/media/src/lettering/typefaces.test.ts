import { pathBounds } from '@cruvo/core/geometry';
import { FONTS } from '@cruvo/core/lettering';
import { openTypeface } from '@cruvo/core/openType';
import { loadTypefaces } from './typefaces';

describe.each(FONTS)('the font %s', (name) => {
  it('has the letters of English and of the languages near it', async () => {
    const typeface = (await loadTypefaces([name])).get(name)!;
    const text = 'Quick brown fox, “jumped” — Straße? Žluťoučký kůň, ñandú & Œuvre! 0123456789';
    expect(typeface.missingIn(text)).toEqual([]);
    expect(typeface.missingIn('漢字 漢')).toEqual(['漢', '字']);
  });
  it('gives outlines in the size that is asked for, from its baseline up', async () => {
    const typeface = (await loadTypefaces([name])).get(name)!;
    const [small, large] = [typeface.outline('Hx', 10), typeface.outline('Hx', 20)];
    expect(large.advance).toBeCloseTo(2 * small.advance);
    const box = pathBounds(large.path);
    expect(box.y).toBeCloseTo(-20 * typeface.capHeight, 0);
    expect(Math.abs(box.y + box.height)).toBeLessThan(0.5);
    expect(box.width).toBeLessThan(large.advance);
  });
});

it('letters of several files follow each other', async () => {
  const typeface = (await loadTypefaces(['noto'])).get('noto')!;
  const [latin, cyrillic, both] = ['ab', 'жд', 'abжд'].map((text) => typeface.outline(text, 10));
  expect(both!.advance).toBeCloseTo(latin!.advance + cyrillic!.advance);
  const { x, width } = pathBounds(both!.path);
  expect(x + width).toBeGreaterThan(latin!.advance + cyrillic!.advance / 2);
});

it('letters that are missing are left out', async () => {
  const typeface = (await loadTypefaces(['hand'])).get('hand')!;
  expect(typeface.outline('a漢b', 10)).toEqual(typeface.outline('ab', 10));
});

it('a typeface is opened once, and needs a file', async () => {
  const [one, other] = [await loadTypefaces(['hand']), await loadTypefaces(['hand'])];
  expect(one.get('hand')).toBe(other.get('hand'));
  expect(() => openTypeface([])).toThrow(TypeError);
});
