import fc from 'fast-check';
import { cropped } from './cropped';

const stage = { width: 1600, height: 900 };

it('shows all of a stage in the middle of a window', () => {
  expect(cropped(stage, null, { width: 800, height: 800, sharpness: 2 })).toEqual({
    ...{ cssWidth: 800, cssHeight: 450, width: 1600, height: 900, left: 0, top: 175 },
  });
});

it('shows a part of it as large as it can be, whole', () => {
  const share = fc.integer({ min: 5, max: 100 }).map((percent) => percent / 100);
  const side = fc.integer({ min: 50, max: 3000 });
  fc.assert(
    fc.property(share, share, share, share, side, side, (w, h, left, top, width, height) => {
      const crop = { x: left * (1 - w), y: top * (1 - h), width: w, height: h };
      const place = cropped(stage, crop, { width, height, sharpness: 1 });
      const part = {
        left: place.left + crop.x * place.cssWidth,
        top: place.top + crop.y * place.cssHeight,
        width: w * place.cssWidth,
        height: h * place.cssHeight,
      };
      // It is in the middle, and touches two sides of the window.
      expect(part.left + part.width / 2).toBeCloseTo(width / 2, 5);
      expect(part.top + part.height / 2).toBeCloseTo(height / 2, 5);
      expect(Math.min(width - part.width, height - part.height)).toBeCloseTo(0, 5);
      expect(Math.max(part.width - width, part.height - height)).toBeLessThan(1e-6);
    }),
  );
});
