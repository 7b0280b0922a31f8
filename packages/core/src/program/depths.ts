import { branchOf } from '../character/tree';
import { partsOf } from '../character/partList';
import type { FrameItem } from '../frame';
import type { Emitter } from '../particles';
import { BACKDROP_ITEMS, type Backdrop } from '../scene/backdrop';
import type { Scene } from '../scene/scene';

/** What is painted of a scene without what flies in it: of the backdrop behind the cast, the cast, and what stands in front. */
interface Layers {
  readonly behind: readonly FrameItem[];
  readonly items: readonly FrameItem[];
  readonly inFront: readonly FrameItem[];
}

interface Flying {
  readonly emitter: Emitter;
  readonly items: readonly FrameItem[];
}

/** All that is painted, with what flies at its depth. @param flying the ones behind first */
export function withParticles(
  { backdrop }: Pick<Scene, 'backdrop'>,
  { behind, items, inFront }: Layers,
  flying: readonly Flying[],
): readonly FrameItem[] {
  if (flying.length === 0) return [...behind, ...items, ...inFront];
  const at = (kind: Emitter['depth']['kind']) =>
    flying.filter(({ emitter }) => depthOf(emitter, backdrop) === kind).flatMap((one) => one.items);
  const amongLayers = flying.filter(({ emitter }) => depthOf(emitter, backdrop) === 'layer');
  return [
    ...amongLayers.reduce((painted, one) => afterLayer(backdrop!, painted, one), behind),
    ...at('behind'),
    ...items,
    ...at('cast'),
    ...amongLayers.reduce((painted, one) => afterLayer(backdrop!, painted, one), inFront),
    ...at('front'),
  ];
}

/** Where an emitter is painted: behind the cast where its layer is gone. */
function depthOf({ depth }: Emitter, backdrop: Backdrop | null): Emitter['depth']['kind'] {
  return depth.kind === 'layer' && !backdrop?.parts[depth.part] ? 'behind' : depth.kind;
}

/** Items of a backdrop with others right in front of one of its layers; as they are where that is not among them. */
function afterLayer(
  backdrop: Backdrop,
  painted: readonly FrameItem[],
  { emitter: { depth }, items }: Flying,
): readonly FrameItem[] {
  if (depth.kind !== 'layer') return painted;
  const own = branchOf(partsOf(backdrop), depth.part).map(({ id }) => BACKDROP_ITEMS + id);
  const last = painted.findLastIndex(({ id }) =>
    own.some((part) => id === part || id.startsWith(`${part}/`)),
  );
  return last < 0 ? painted : painted.toSpliced(last + 1, 0, ...items);
}
