import { particlesItem, shapesItem, shapesOfParticles, type ParticleLook } from '@cruvo/core/frame';
import { IDENTITY } from '@cruvo/core/geometry';
import { lookOf } from '@cruvo/core/particles';
import { plainPicture } from '../testing/plainPicture';
import { Painter } from './painter';

const SIZE = { width: 160, height: 120 };
const LOOKS: readonly ParticleLook[] = [lookOf('heart'), lookOf('bubble')];
const TONES = [
  { color: '#e04060', opacity: 1 },
  { color: '#3060c0', opacity: 0.5 },
];
const painter = new Painter(plainPicture);

/** Look, tone, middle, and the end of the unit along x. */
const MARKS = Float32Array.from([
  ...[0, 0, 40, 40, 30, 0],
  ...[1, 1, 100, 60, 20, 20],
  ...[0, 1, 60, 90, 0, 24],
  ...[1, 0, 150, 110, 40, 0],
]);

it('paints particles as the shapes that stand for them', () => {
  const item = particlesItem('many', LOOKS, TONES, MARKS);
  const shapes = shapesItem('shapes', shapesOfParticles(item), IDENTITY);
  const [painted, wanted] = [item, shapes].map((one) =>
    painter.paintItems([one], new Map(), IDENTITY, SIZE),
  );
  // Paths are written to hundredths of a unit.
  const off = painted!.map((value, at) => Math.abs(value - wanted![at]!));
  expect(off.filter((by) => by > 6).length).toBeLessThan(0.001 * off.length);
  expect(Math.max(...off)).toBeLessThan(40);
  const seen = painted!.filter((value, at) => at % 4 === 3 && value > 0).length;
  expect(seen).toBeGreaterThan(1000);
});

it('covers all that it paints with its bounds', () => {
  const { bounds } = particlesItem('many', LOOKS, TONES, MARKS);
  const item = particlesItem('many', LOOKS, TONES, MARKS);
  const pixels = painter.paintItems([item], new Map(), IDENTITY, SIZE);
  for (let y = 0; y < SIZE.height; y++) {
    for (let x = 0; x < SIZE.width; x++) {
      if (pixels[4 * (y * SIZE.width + x) + 3] === 0) continue;
      expect(x + 1 >= bounds.x && x <= bounds.x + bounds.width).toBe(true);
      expect(y + 1 >= bounds.y && y <= bounds.y + bounds.height).toBe(true);
    }
  }
});
