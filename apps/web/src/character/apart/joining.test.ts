import { groupsOf, isInside } from './joining';

it('pieces that stay together are one, in painting order, also by way of others', () => {
  expect(groupsOf([1, 2, 3, 4], [])).toEqual([[1], [2], [3], [4]]);
  expect(groupsOf([1, 2, 3, 4], [[3, 1]])).toEqual([[1, 3], [2], [4]]);
  expect(
    groupsOf(
      [1, 2, 3, 4],
      [
        [3, 1],
        [4, 3],
      ],
    ),
  ).toEqual([[1, 3, 4], [2]]);
});

it('a piece that is gone joins nothing', () => {
  expect(groupsOf([1, 2], [[2, 9]])).toEqual([[1], [2]]);
});

it('a point is inside of an outline that closes by itself', () => {
  const outline = [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 0, y: 10 },
  ];
  expect(isInside({ x: 5, y: 5 }, outline)).toBe(true);
  expect(isInside({ x: 0.5, y: 9 }, outline)).toBe(true);
  expect(isInside({ x: 11, y: 5 }, outline)).toBe(false);
  expect(isInside({ x: 5, y: -1 }, outline)).toBe(false);
});
