import { mappedBox } from '@cruvo/core/geometry';
import type { Crop } from '@cruvo/core/live';
import { clamp } from '@cruvo/core/numbers';
import type { Program } from '@cruvo/core/program';

/** How much of a character's height is seen close up, from the top. */
const UPPER = 0.55;
/** Room around it, a share of its width. */
const ROOM = 0.06;
const LEAST = 0.05;

/** The part of a stage in which the upper half of a cast member is seen, or of all of them. */
export function closeUp({ members, scene }: Program, only: string | null): Crop {
  const boxes = members
    .filter(({ member }) => only === null || member.id === only)
    .map(({ character: { width, height }, place }) => {
      const room = ROOM * width;
      const upper = { x: -room, y: -room, width: width + 2 * room, height: UPPER * height + room };
      return mappedBox(place, upper);
    });
  const { width, height } = scene.stage;
  const side = (from: number, to: number, whole: number) => {
    const start = clamp(from / whole, 0, 1 - LEAST);
    return [start, clamp(to / whole, start + LEAST, 1) - start] as const;
  };
  const [x, w] = side(
    Math.min(...boxes.map((box) => box.x)),
    Math.max(...boxes.map((box) => box.x + box.width)),
    width,
  );
  const [y, h] = side(
    Math.min(...boxes.map((box) => box.y)),
    Math.max(...boxes.map((box) => box.y + box.height)),
    height,
  );
  return { x, y, width: w, height: h };
}
