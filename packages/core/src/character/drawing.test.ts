import { placedWithin, type Drawing } from './drawing';

it('a piece lies in the artwork where it lies in its drawing, at the size at which that is shown', () => {
  const drawing = (x: number, y: number, width: number, height: number): Drawing => ({
    ...{ kind: 'raster', media: 'a'.repeat(64), x, y, width, height },
  });
  const piece = placedWithin(drawing(10, 20, 30, 40), drawing(500, 600, 200, 50), {
    width: 100,
    height: 100,
  });
  expect(piece).toEqual(drawing(520, 610, 60, 20));
});
