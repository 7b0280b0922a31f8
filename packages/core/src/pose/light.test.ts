import { drawingItem, type FrameItem } from '../frame';
import { IDENTITY } from '../geometry';
import { lit } from './light';

const picture = drawingItem('p', { kind: 'raster', media: 'm', width: 10, height: 20 }, IDENTITY);
const none = { tint: null, brighten: 0, glow: null };
const idsOf = (items: readonly FrameItem[]) => items.map(({ id }) => id);

describe('light on a part', () => {
  it('is nothing where there is none of it', () => {
    expect(lit('p', [picture], none)).toEqual([picture]);
    expect(lit('p', [], { ...none, brighten: 1 })).toEqual([]);
  });
  it('lies over what the part shows, and nowhere else', () => {
    const [shown, tint] = lit('p', [picture], { ...none, tint: { color: '#ff0000', amount: 0.4 } });
    expect(shown).toBe(picture);
    expect(tint).toMatchObject({ kind: 'group', opacity: 0.4, mask: [picture] });
  });
  it('is white that brightens, and black that darkens', () => {
    const color = (brighten: number) =>
      JSON.stringify(lit('p', [picture], { ...none, brighten })[1]);
    expect(color(0.5)).toContain('#ffffff');
    expect(color(-0.5)).toContain('#000000');
  });
  it('shines about the part, behind it, beyond its edge', () => {
    const items = lit('p', [picture], { ...none, glow: { color: '#ffee88', amount: 0.5 } });
    expect(idsOf(items)).toEqual(['p/shine', 'p', 'p/glow']);
    expect(items[0]!.bounds.width).toBeGreaterThan(picture.bounds.width * 2);
    expect(items[0]).toMatchObject({ blend: 'screen' });
  });
});
