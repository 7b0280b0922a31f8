import type { Point } from '@cruvo/core/geometry';

/** Pieces by their numbers, those that stay together in one list; each list is in order. */
export function groupsOf(
  pieces: readonly number[],
  joins: readonly (readonly number[])[],
): readonly (readonly number[])[] {
  return joins.reduce<readonly (readonly number[])[]>(
    (groups, join) => {
      const joined = groups.filter((group) => group.some((piece) => join.includes(piece)));
      if (joined.length < 2) return groups;
      const together = joined.flat().sort((a, b) => pieces.indexOf(a) - pieces.indexOf(b));
      return groups.flatMap((group) => {
        if (group === joined[0]) return [together];
        return joined.includes(group) ? [] : [group];
      });
    },
    pieces.map((piece) => [piece]),
  );
}

/** Whether a point lies inside an outline that closes by itself. */
export function isInside({ x, y }: Point, outline: readonly Point[]): boolean {
  return outline.reduce((inside, from, at) => {
    const to = outline[(at + 1) % outline.length]!;
    const crosses = from.y <= y !== to.y <= y;
    return crosses && x < from.x + ((y - from.y) / (to.y - from.y)) * (to.x - from.x)
      ? !inside
      : inside;
  }, false);
}
