import { groupItem, shapesItem, type FrameItem } from '../frame';
import { pathBounds } from '../geometry';
import type { ContentPlace, PartContent, ShapesContent } from './pose';
import { splitItems } from './split';

/** What is painted in the place of a part. */
export function contentItems(content: PartContent, at: ContentPlace): readonly FrameItem[] {
  return content.kind === 'split' ? splitItems(content, at) : shapesItems(content, at);
}

function shapesItems(
  { replaces, opening, shapes }: ShapesContent,
  { id, items, place }: ContentPlace,
): FrameItem[] {
  const inside = opening && [
    groupItem(`${id}/opening`, [shapesItem(`${id}/inside`, opening.shapes, place)], {
      clip: { path: opening.path, box: pathBounds(opening.path), matrix: place },
    }),
  ];
  return [...(replaces ? [] : items), ...(inside ?? []), shapesItem(`${id}/lips`, shapes, place)];
}
