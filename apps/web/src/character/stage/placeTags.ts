import type { Point } from '@cruvo/core/geometry';

/** What is written beside the drawing about one part. */
export interface Tag {
  readonly part: string;
  readonly text: string;
  readonly sureness: 'set' | 'sure' | 'likely' | 'unknown';
  /** The part's middle, pixels of the page. */
  readonly at: Point;
}

export interface PlacedTag extends Tag {
  readonly side: 'left' | 'right';
  /** Pixels from the top of the drawing. */
  readonly top: number;
  /** Where its line begins. */
  readonly end: Point;
}

/** Pixels from one tag to the next, and from the edge to where a line begins. */
const PITCH = 26;
const EDGE = 8;

/** Tags in a column on the side that is nearer, in the order of their parts, none over another. */
export function placeTags(
  tags: readonly Tag[],
  { width, height }: { readonly width: number; readonly height: number },
): PlacedTag[] {
  const most = Math.max(1, Math.floor(height / PITCH) - 1);
  return (['left', 'right'] as const).flatMap((side) => {
    const own = tags
      .filter(({ at }) => (at.x < width / 2 ? 'left' : 'right') === side)
      .slice(-most)
      .sort((a, b) => a.at.y - b.at.y);
    const tops: number[] = [];
    for (const { at } of own) {
      tops.push(Math.max(at.y - PITCH / 2, (tops.at(-1) ?? EDGE - PITCH) + PITCH));
    }
    // What would stand below the drawing moves up, and pushes the others up.
    let lowest = height - PITCH;
    for (let index = tops.length - 1; index >= 0; index--) {
      tops[index] = Math.min(tops[index]!, lowest);
      lowest = tops[index]! - PITCH;
    }
    return own.map((tag, index) => ({
      ...tag,
      side,
      top: tops[index]!,
      end: { x: side === 'left' ? EDGE : width - EDGE, y: tops[index]! + PITCH / 2 },
    }));
  });
}
