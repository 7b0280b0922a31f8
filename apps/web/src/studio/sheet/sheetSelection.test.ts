import { chosenFrames, movedSelection, rowStart } from './sheetSelection';

it('rows on twos begin at even frames, and two frames are chosen at least', () => {
  expect([rowStart(7, 1), rowStart(7, 2), rowStart(8, 2)]).toEqual([7, 6, 8]);
  expect(chosenFrames({ anchor: 7, head: 7 }, 1)).toEqual({ from: 7, to: 8 });
  expect(chosenFrames({ anchor: 7, head: 7 }, 2)).toEqual({ from: 6, to: 8 });
});

it('frames are chosen upwards and downwards', () => {
  expect(chosenFrames({ anchor: 9, head: 4 }, 1)).toEqual({ from: 4, to: 10 });
  expect(chosenFrames({ anchor: 4, head: 9 }, 2)).toEqual({ from: 4, to: 10 });
});

it('is moved, or extended, within the frames that there are', () => {
  const options = { extend: false, step: 1, frames: 20 } as const;
  expect(movedSelection({ anchor: 3, head: 5 }, 2, options)).toEqual({ anchor: 7, head: 7 });
  expect(movedSelection({ anchor: 3, head: 5 }, 2, { ...options, extend: true })).toEqual({
    anchor: 3,
    head: 7,
  });
  expect(movedSelection({ anchor: 3, head: 5 }, 99, options).head).toBe(19);
  expect(movedSelection({ anchor: 3, head: 5 }, -99, options).head).toBe(0);
  expect(movedSelection({ anchor: 3, head: 5 }, 99, { ...options, step: 2 }).head).toBe(18);
  expect(movedSelection({ anchor: 0, head: 0 }, 1, { ...options, frames: 0 }).head).toBe(0);
});
