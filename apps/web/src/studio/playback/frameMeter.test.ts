import { FrameMeter } from './frameMeter';

const droppedIn = (...frames: number[]) => {
  const meter = new FrameMeter();
  frames.forEach((frame) => meter.shown(frame));
  return meter.dropped;
};

it.each([
  ['frame after frame', [0, 1, 2, 3], 0],
  ['a frame shown twice', [4, 4, 5], 0],
  ['two left out, then one', [0, 3, 5], 3],
  ['a loop going back', [8, 9, 2, 3], 0],
])('counts %s', (_what, frames, expected) => {
  expect(droppedIn(...frames)).toBe(expected);
});

it('begins anew', () => {
  const meter = new FrameMeter();
  [0, 9].forEach((frame) => meter.shown(frame));
  meter.reset();
  meter.shown(50);
  expect(meter.dropped).toBe(0);
});
