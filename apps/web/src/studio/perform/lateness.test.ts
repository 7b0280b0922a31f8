import { lateBy } from './lateness';

it('is the time since something was done, where the clock of a device can be believed', () => {
  const now = performance.now();
  expect(lateBy(now - 40)).toBeGreaterThanOrEqual(0.04);
  expect(lateBy(now - 40)).toBeLessThan(0.2);
  expect([lateBy(now + 5000), lateBy(0 - 5000), lateBy(NaN)]).toEqual([0, 0, 0]);
});
