import { unionOf, type Box, type Point } from '../../geometry';
import { outlineBounds } from '../../mesh';
import type { Bend } from '../bend/bend';
import type { Character } from '../character';

/**
 * A character whose bends go along with drawings that lie elsewhere now, or are larger or smaller: their outlines, points
 * and regions are carried from where the drawings were to where they are.
 *
 * @param before the character with its earlier drawings
 */
export function withBendsCarried(character: Character, before: Character): Character {
  const bends = Object.fromEntries(
    Object.entries(character.bends).map(([id, bend]) => {
      const [from, to] = [drawnBox(before, bend), drawnBox(character, bend)];
      return [id, from && to && !sameBox(from, to) ? carried(bend, from, to) : bend];
    }),
  );
  return { ...character, bends };
}

/** What the drawings of a bend cover together; null where it has none. */
function drawnBox({ parts, drawings }: Character, bend: Bend): Box | null {
  return unionOf(
    bend.parts.flatMap((id) => {
      const key = parts[id]?.drawing;
      return key ? (drawings[key] ?? []) : [];
    }),
  );
}

function sameBox(one: Box, other: Box): boolean {
  return (['x', 'y', 'width', 'height'] as const).every((key) => one[key] === other[key]);
}

function carried(bend: Bend, from: Box, to: Box): Bend {
  const place = <Some extends Point>(point: Some): Some => ({
    ...point,
    x: to.x + ((point.x - from.x) * to.width) / from.width,
    y: to.y + ((point.y - from.y) * to.height) / from.height,
  });
  const all = <Item>(table: Readonly<Record<string, Item>>, change: (item: Item) => Item) =>
    Object.fromEntries(Object.entries(table).map(([id, item]) => [id, change(item)]));
  return {
    ...bend,
    outline: bend.outline.map((ring) => ring.map(place)),
    points: all(bend.points, place),
    regions: all(bend.regions, (region) => ({ ...region, pivot: place(region.pivot) })),
  };
}

/**
 * A character whose bends have outlines of their drawings as they are now.
 *
 * @param redrawn ids of the parts that look otherwise than before; other bends stay as they are
 * @param trace the outline of what parts show; where there is none, the old one stays
 */
export function withOutlinesTraced(
  character: Character,
  redrawn: ReadonlySet<string>,
  trace: (parts: readonly string[]) => Bend['outline'] | null,
): Character {
  const bends = Object.fromEntries(
    Object.entries(character.bends).map(([id, bend]) => {
      const outline = bend.parts.some((part) => redrawn.has(part)) ? trace(bend.parts) : null;
      const empty = !outline || outlineBounds(outline).width === 0;
      return [id, empty ? bend : { ...bend, outline }];
    }),
  );
  return { ...character, bends };
}
