import { lineSchema, type Line } from '@cruvo/core/scene';
import { testMaterial } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import fc from 'fast-check';
import { draggedSound, handleNear, handlePlaces } from './soundHandles';

const line = { ...testMaterial().scene.lines['line']!, start: toFlicks(1) };
const strip = { top: 40, height: 42 };
const viewport = { start: 0, scale: 100 };
const drag = (of: Line, handle: 'gain' | 'fadeIn' | 'fadeOut', time: number, y = 60): Line => ({
  ...of,
  ...draggedSound(of, handle, { time, y }, strip),
});

it('handles stand at the ends of the fades, and at the height of the gain', () => {
  const faded = { ...line, fadeIn: toFlicks(0.5), fadeOut: toFlicks(0.25), gain: 24 };
  expect(handlePlaces(faded, strip, viewport)).toEqual({
    fadeIn: { x: 150, y: 46 },
    fadeOut: { x: 275, y: 46 },
    gain: { x: 200, y: 46 },
  });
  expect(handlePlaces(line, strip, viewport)!.gain.y).toBe(61);
  expect(handlePlaces(line, strip, { start: 0, scale: 20 })).toBeNull();
});

it('the handle near a point is found', () => {
  expect(handleNear(line, strip, viewport, { x: 103, y: 48 })).toBe('fadeIn');
  expect(handleNear(line, strip, viewport, { x: 297, y: 44 })).toBe('fadeOut');
  expect(handleNear(line, strip, viewport, { x: 200, y: 64 })).toBe('gain');
  expect(handleNear(line, strip, viewport, { x: 150, y: 60 })).toBeNull();
});

it('dragging sets fades and gain, and a handle stays under the pointer', () => {
  expect(drag(line, 'fadeIn', 1.5).fadeIn).toBe(toFlicks(0.5));
  expect(drag(line, 'fadeOut', 2.5).fadeOut).toBe(toFlicks(0.5));
  expect(drag(line, 'gain', 0, 46).gain).toBe(24);
  expect(drag(line, 'gain', 0, 61).gain).toBe(0);
  expect(drag(line, 'gain', 0, 500).gain).toBe(-24);
});

it('whatever is dragged where, the line can be saved', () => {
  const handle = fc.constantFrom('gain', 'fadeIn', 'fadeOut');
  const to = fc.tuple(
    handle,
    fc.double({ min: -5, max: 9, noNaN: true }),
    fc.integer({ min: -99, max: 300 }),
  );
  fc.assert(
    fc.property(fc.array(to, { maxLength: 6 }), (drags) => {
      const after = drags.reduce((now, [which, time, y]) => drag(now, which, time, y), line);
      expect(lineSchema.isValidSync(after, { strict: true })).toBe(true);
    }),
  );
});
