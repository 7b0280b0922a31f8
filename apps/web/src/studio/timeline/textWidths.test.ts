import { shortened, widthOf } from './textWidths';

/** Letters of ten pixels; counts how often it measures. */
function context(font: string) {
  let measured = 0;
  const measureText = (text: string) => {
    measured++;
    return { width: 10 * text.length };
  };
  const made = { font, measureText } as unknown as CanvasRenderingContext2D;
  return { made, measured: () => measured };
}

it('a width is measured once for each font', () => {
  const { made, measured } = context('one');
  expect([widthOf(made, 'fog'), widthOf(made, 'fog')]).toEqual([30, 30]);
  expect(measured()).toBe(1);
  const other = context('another');
  expect(widthOf(other.made, 'fog')).toBe(30);
  expect(other.measured()).toBe(1);
});

it('a text is shortened so that it fits', () => {
  const { made } = context('one');
  expect(shortened(made, 'lighthouse', 100)).toBe('lighthouse');
  const short = shortened(made, 'lighthouse', 72);
  expect(short).toBe('lighth…');
  expect(widthOf(made, short)).toBeLessThanOrEqual(72);
  expect(shortened(made, 'lighthouse', 5)).toBe('');
});
