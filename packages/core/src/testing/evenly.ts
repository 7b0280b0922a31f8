import fc from 'fast-check';

const STEPS = 1e6;

/** Numbers spread evenly over a range; doubles of any kind would nearly all lie next to nothing. */
export const evenly = (min: number, max: number) =>
  fc.integer({ min: 0, max: STEPS }).map((step) => min + (step / STEPS) * (max - min));
