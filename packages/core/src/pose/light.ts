import { grouped, groupItem, shapesItem, type FrameItem, type Paint } from '../frame';
import { grow, IDENTITY, unionOf, type Box } from '../geometry';
import type { Light } from './pose';

/** How far a glow reaches beyond what shines, as a share of its larger side. */
const GLOW_REACH = 0.55;
/** How much of a glow lies over what shines, beside what lies about it. */
const GLOW_OVER = 0.5;

/** Items with light on them: a colour laid over what they show, and a shine about them. */
export function lit(
  id: string,
  items: readonly FrameItem[],
  { tint, brighten, glow }: Light,
): readonly FrameItem[] {
  const box = unionOf(items.map(({ bounds }) => bounds));
  if (!box) return items;
  const layer = (name: string, color: string, amount: number): readonly FrameItem[] =>
    grouped(`${id}/${name}`, [area(`${id}/${name}/color`, box, color)], {
      ...{ mask: items, opacity: amount },
    });
  const over = [
    ...(tint ? layer('tint', tint.color, tint.amount) : []),
    ...layer('brighten', brighten > 0 ? '#ffffff' : '#000000', Math.abs(brighten)),
    ...(glow ? layer('glow', glow.color, GLOW_OVER * glow.amount) : []),
  ];
  const about =
    glow && glow.amount > 0
      ? [groupItem(`${id}/shine`, [shine(`${id}/shine/color`, box, glow)], { blend: 'screen' })]
      : [];
  return [...about, ...items, ...over];
}

function area(id: string, box: Box, fill: Paint): FrameItem {
  const { x, y, width, height } = box;
  const path = `M${x} ${y}h${width}v${height}h${-width}Z`;
  const shape = { path, fill, fillRule: 'nonzero', stroke: null, opacity: 1 } as const;
  return shapesItem(id, [shape], IDENTITY);
}

function shine(id: string, box: Box, { color, amount }: NonNullable<Light['glow']>): FrameItem {
  const reach = GLOW_REACH * Math.max(box.width, box.height);
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const opacity = (share: number) =>
    Math.round(255 * share)
      .toString(16)
      .padStart(2, '0');
  // Falls off as light does, and is gone at the edge.
  const stops = [0, 0.25, 0.5, 0.75, 1].map((offset) => ({
    offset,
    color: `${color}${opacity(amount * (1 - offset) ** 2)}`,
  }));
  const r = reach + Math.max(box.width, box.height) / 2;
  return area(id, grow(box, reach), {
    ...{ kind: 'radial', cx, cy, r, fx: cx, fy: cy, stops, transform: null },
  });
}
