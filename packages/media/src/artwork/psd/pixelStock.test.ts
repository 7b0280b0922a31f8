import { forgetPixels, giveBackPixels, takePixels } from './pixelStock';

const LENGTH = 16e6;
afterEach(forgetPixels);

it('large memory is used again, with nothing of what was in it', () => {
  const first = takePixels(LENGTH).fill(7);
  giveBackPixels(first);
  const second = takePixels(LENGTH);
  expect(second.buffer).toBe(first.buffer);
  expect(second.every((value) => value === 0)).toBe(true);
  // It is in use.
  expect(takePixels(LENGTH).buffer).not.toBe(first.buffer);
});

it('what is small, of another length, or forgotten is not', () => {
  const [small, large] = [takePixels(400), takePixels(LENGTH)];
  giveBackPixels(small);
  expect(takePixels(400).buffer).not.toBe(small.buffer);
  giveBackPixels(large);
  expect(takePixels(LENGTH + 4).buffer).not.toBe(large.buffer);
  forgetPixels();
  expect(takePixels(LENGTH).buffer).not.toBe(large.buffer);
});
