import { readLayers } from '@cruvo/core/formats';
import { svg } from '../testing';
import { outlineText } from './letters';

const plain = { families: ['Figtree'], size: 20, weight: 400, italic: false } as const;
const only = (text: string) =>
  readLayers(svg(200, 100, `<g id="sign">${text}</g>`), () => null, outlineText).layers[0]!
    .picture!;

describe('letters of a font that comes with Cruvo', () => {
  it('are as wide as their size says, and heavier ones wider', () => {
    const { advance } = outlineText('Fog', plain)!;
    expect(outlineText('Fog', { ...plain, size: 40 })!.advance).toBeCloseTo(2 * advance, 3);
    expect(outlineText('Fog', { ...plain, weight: 900 })!.advance).toBeGreaterThan(advance);
    expect(outlineText('FogFog', plain)!.advance).toBeCloseTo(2 * advance, 0);
  });
  it('are not there for other fonts, for italics, or for letters that it lacks', () => {
    expect(outlineText('Fog', { ...plain, families: ['Nobody’s Font'] })).toBeNull();
    expect(outlineText('Fog', { ...plain, italic: true })).toBeNull();
    expect(outlineText('霧', plain)).toBeNull();
  });
});

describe('text in a layered SVG', () => {
  it('becomes outlines on its baseline', () => {
    const { beyond, box } = only(
      '<text x="10" y="50" font-family="Figtree" font-size="20">HH</text>',
    );
    expect(beyond).toEqual([]);
    expect(box.x).toBeGreaterThan(10);
    expect(box.x).toBeLessThan(13);
    expect(box.y + box.height).toBeCloseTo(50, 1);
    expect(box.height).toBeGreaterThan(12);
  });
  it('is anchored, and its lines stand beneath each other', () => {
    const style = 'font-family="Figtree, sans-serif" font-size="10"';
    const middle = only(`<text x="100" y="20" ${style} text-anchor="middle">HoH</text>`).box;
    expect(middle.x + middle.width / 2).toBeCloseTo(100, 0);
    const lines = only(
      `<text ${style}><tspan x="10" y="20">H</tspan><tspan x="10" dy="2em">H</tspan></text>`,
    ).box;
    expect(lines.y + lines.height).toBeCloseTo(40, 1);
  });
  it('goes on where the part before it ended', () => {
    const style = 'font-family="Figtree" font-size="10"';
    const whole = only(`<text x="10" y="20" ${style}>HHHH</text>`).box;
    const parts = only(`<text x="10" y="20" ${style}>HH<tspan fill="#f00">HH</tspan></text>`).box;
    expect(parts.width).toBeCloseTo(whole.width, 1);
  });
  it.each([
    '<text x="10" y="20" font-family="Nobody">H</text>',
    '<text x="10 20" y="20" font-family="Figtree">HH</text>',
    '<text x="10" y="20" font-family="Figtree" letter-spacing="3">HH</text>',
  ])('stays text where outlines would not be right: %s', (text) => {
    expect(only(text).beyond).toEqual(['text']);
  });
});
