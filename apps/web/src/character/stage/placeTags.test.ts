import fc from 'fast-check';
import { placeTags, type Tag } from './placeTags';

const SIZE = { width: 600, height: 500 };

it('tags stand on the nearer side, in order, none over another, all beside the drawing', () => {
  const tag = fc.record({
    part: fc.uuid(),
    text: fc.constant('brow'),
    sureness: fc.constant<Tag['sureness']>('sure'),
    at: fc.record({ x: fc.integer({ min: 0, max: 600 }), y: fc.integer({ min: 0, max: 500 }) }),
  });
  fc.assert(
    fc.property(fc.array(tag, { maxLength: 15 }), (tags) => {
      const placed = placeTags(tags, SIZE);
      expect(placed).toHaveLength(tags.length);
      for (const side of ['left', 'right'] as const) {
        const own = placed.filter((one) => one.side === side);
        own.forEach(({ at, top }, index) => {
          expect(at.x < 300).toBe(side === 'left');
          expect(top).toBeGreaterThanOrEqual(0);
          expect(top).toBeLessThan(500);
          const before = own[index - 1];
          if (!before) return;
          expect(top - before.top).toBeGreaterThanOrEqual(25.9);
          expect(at.y).toBeGreaterThanOrEqual(before.at.y);
        });
      }
    }),
  );
});
