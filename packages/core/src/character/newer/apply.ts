import type { Character } from '../character';
import { tidied } from '../edits';
import { partsOfEyes, type Eyes } from '../eyes';
import { freeName } from '../freeName';
import type { Part } from '../part';
import { assembledEyes } from '../recognition/assembleEyes';
import { assembledMouth } from '../recognition/assembleMouth';
import { withoutParts } from '../removal';
import type { Point } from '../../geometry';
import { branchOf, holdersOf, treeOf } from '../tree';
import { withBendsCarried } from './carriedBends';
import { LOOKS, type ArtworkComparison, type Continued } from './compare';
import { partsOf, withPartList } from '../partList';
import { median } from './page';

/** What somebody wants of a comparison, beside what it says by itself. */
export interface NewerWishes {
  /** Ids of parts to keep though the newer artwork has them no more. */
  readonly kept: ReadonlySet<string>;
  /** Whether order, groups, opacity, blending and clipping come from the file too. */
  readonly arrangement: boolean;
}

/**
 * A character with newer artwork in place of the old: ids, pivots, rest poses, mouth, eyes and all that was set
 * up stay; what is new finds its place beside what it lies next to, and takes part in mouth and eyes.
 */
export function withNewerArtwork(
  character: Character,
  newer: Character,
  comparison: ArtworkComparison,
  wishes: NewerWishes,
): Character {
  const gone = comparison.removed.flatMap(({ part }) => (wishes.kept.has(part.id) ? [] : part.id));
  const taken = new Set(partsOf(character).map(({ id }) => id));
  const added = new Map(comparison.added.map(({ layer }) => [layer.id, freeName(layer.id, taken)]));
  const partOf = new Map([
    ...comparison.continued.map(({ layer, part }) => [layer.id, part.id] as const),
    ...added,
  ]);
  const redrawn = withBendsCarried(withDrawings(character, comparison), character);
  const larger = withAdded(redrawn, partsOf(newer), comparison, partOf);
  const arranged = wishes.arrangement ? asInFile(larger, partsOf(newer), partOf) : larger;
  return tidied(withNewRoles(withoutParts(releasedFrom(arranged, gone), gone), newer, added));
}

/** What parts that go hold, and that stays, belongs to the nearest holder that stays as well. */
function releasedFrom(character: Character, ids: readonly string[]): Character {
  const gone = new Set(ids);
  const parts = partsOf(character);
  const staying = (id: string) => holdersOf(parts, id).find((holder) => !gone.has(holder.id));
  return withPartList(
    character,
    parts.map((part) =>
      part.parent !== null && gone.has(part.parent) && !gone.has(part.id)
        ? { ...part, parent: staying(part.id)?.id ?? null }
        : part,
    ),
  );
}

function withDrawings(character: Character, { continued }: ArtworkComparison): Character {
  const drawings = { ...character.drawings };
  const changed = new Map<string, Partial<Part>>();
  for (const each of continued) {
    const { part, layer, drawing } = each;
    const key = part.drawing ?? part.id;
    if (drawing) drawings[key] = drawing;
    const mask = each.mask && (part.mask ?? maskKey(part.id));
    if (each.mask) drawings[mask!] = each.mask;
    changed.set(part.id, {
      mask,
      name: layer.name,
      drawing: drawing ? key : null,
      pivot: movedPivot(each, character, continued),
    });
  }
  return withPartList(
    { ...character, drawings },
    partsOf(character).map((part) => {
      const change = changed.get(part.id);
      return change ? { ...part, ...change } : part;
    }),
  );
}

/** Key of the drawing that a part is seen within. */
const maskKey = (part: string) => `${part} mask`;

/** A drawing that lies elsewhere takes its pivot along, as does a group of which all drawings do; one drawn anew keeps it. */
function movedPivot(each: Continued, character: Character, continued: readonly Continued[]): Point {
  const { pivot, drawing } = each.part;
  const moves =
    drawing === null ? movesInside(each.part, character, continued) : [moveOf(each, character)];
  if (moves.length === 0 || moves.includes(null)) return pivot;
  const [across, down] = (['x', 'y'] as const).map((axis) =>
    median(moves.map((move) => move![axis])),
  );
  return { x: pivot.x + across!, y: pivot.y + down! };
}

/** How far a drawing has moved; null where it has not, or was drawn anew. */
function moveOf({ part, drawing, change }: Continued, { drawings }: Character): Point | null {
  const before = part.drawing === null ? undefined : drawings[part.drawing];
  if (change !== 'moved' || !drawing || !before) return null;
  return { x: drawing.x - before.x, y: drawing.y - before.y };
}

function movesInside(group: Part, character: Character, continued: readonly Continued[]) {
  const inside = new Set(branchOf(partsOf(character), group.id).map(({ id }) => id));
  return continued.flatMap((each) =>
    inside.has(each.part.id) && each.part.drawing !== null ? [moveOf(each, character)] : [],
  );
}

/** New layers come right above the nearest layer beneath them that is here already. */
function withAdded(
  character: Character,
  layers: readonly Part[],
  { added, page }: ArtworkComparison,
  partOf: ReadonlyMap<string, string>,
): Character {
  const idOf = (layer: string) => partOf.get(layer) ?? layer;
  const drawings = { ...character.drawings };
  const tree = treeOf(layers);
  const parts = [...partsOf(character)];
  for (const { layer, drawing, mask } of added) {
    const id = idOf(layer.id);
    if (drawing) drawings[id] = drawing;
    if (mask) drawings[maskKey(id)] = mask;
    const has = (part: string) => parts.some((one) => one.id === part);
    const siblings = tree.get(layer.parent) ?? [];
    const beneath = siblings
      .slice(0, siblings.indexOf(layer))
      .map((one) => idOf(one.id))
      .findLast(has);
    const above = siblings.map((one) => idOf(one.id)).find((one) => one !== id && has(one));
    const neighbour = parts.find((part) => part.id === (beneath ?? above));
    const holder = layer.parent === null ? null : idOf(layer.parent);
    const parent = neighbour ? neighbour.parent : holder !== null && has(holder) ? holder : null;
    const part: Part = {
      ...layer,
      id,
      parent,
      drawing: drawing ? id : null,
      mask: mask && maskKey(id),
      pivot: { x: (layer.pivot.x - page.x) / page.scale, y: (layer.pivot.y - page.y) / page.scale },
      shows: null,
    };
    parts.splice(placeFor(parts, beneath, parent), 0, part);
  }
  return withPartList({ ...character, drawings }, parts);
}

/** After the whole branch of what lies beneath, or right after the holder. */
function placeFor(parts: readonly Part[], beneath: string | undefined, parent: string | null) {
  if (beneath === undefined) return parts.findIndex(({ id }) => id === parent) + 1;
  const inside = new Set([beneath]);
  let last = parts.findIndex(({ id }) => id === beneath);
  for (let at = last + 1; at < parts.length; at++) {
    if (!inside.has(parts[at]!.parent ?? '')) continue;
    inside.add(parts[at]!.id);
    last = at;
  }
  return last + 1;
}

/** Order, groups and looks as the file has them; parts that it hasn't stay in their groups, in front. */
function asInFile(
  character: Character,
  layers: readonly Part[],
  partOf: ReadonlyMap<string, string>,
): Character {
  const layerOf = new Map(layers.map((layer) => [partOf.get(layer.id) ?? '', layer]));
  const holder = (part: Part): string | null => {
    const layer = layerOf.get(part.id);
    if (!layer) return part.parent;
    return layer.parent === null ? null : (partOf.get(layer.parent) ?? part.parent);
  };
  const place = new Map(layers.map(({ id }, at) => [partOf.get(id), at]));
  const placed = partsOf(character).map((part) => {
    const layer = layerOf.get(part.id);
    const looks = layer && Object.fromEntries(LOOKS.map((key) => [key, layer[key]]));
    return { ...part, ...looks, parent: holder(part) };
  });
  const tree = treeOf(placed);
  const parts: Part[] = [];
  const visit = (parent: string | null) => {
    const siblings = [...(tree.get(parent) ?? [])];
    siblings.sort((a, b) => (place.get(a.id) ?? Infinity) - (place.get(b.id) ?? Infinity) || 0);
    for (const part of siblings) {
      parts.push(part);
      visit(part.id);
    }
  };
  visit(null);
  // Groups of the two trees inside each other would be lost: then all stays as it was.
  return parts.length === placed.length ? withPartList(character, parts) : character;
}

/** New layers take part in the mouth and the eyes as they would in a character of their own. */
function withNewRoles(character: Character, newer: Character, added: ReadonlyMap<string, string>) {
  if (added.size === 0) return character;
  const fresh = new Set(added.values());
  return withNewEyes(withNewMouth(character, newer, added), fresh);
}

function withNewMouth(
  character: Character,
  newer: Character,
  added: ReadonlyMap<string, string>,
): Character {
  const { mouth } = character;
  if (!mouth) return assembledMouth(character);
  const inside = new Set(
    partsOf(character)
      .filter(({ parent }) => parent === mouth.part)
      .map(({ id }) => id),
  );
  const theirs = newer.mouth && 'chart' in newer.mouth ? newer.mouth.chart.drawings : [];
  const entries = theirs.flatMap((entry) => {
    const drawing = added.get(entry.drawing);
    return drawing !== undefined && inside.has(drawing) ? [{ ...entry, drawing }] : [];
  });
  if (!('chart' in mouth) || entries.length === 0) return character;
  const drawings = [...mouth.chart.drawings, ...entries];
  // Two drawings that get company are a chart.
  const kind = mouth.kind === 'two' ? 'chart' : mouth.kind;
  return { ...character, mouth: { ...mouth, kind, chart: { ...mouth.chart, drawings } } };
}

function withNewEyes(character: Character, fresh: ReadonlySet<string>): Character {
  const { eyes: before } = character;
  const whole = assembledEyes(character);
  if (!partsOfEyes(whole.eyes).some((id) => fresh.has(id))) return character;
  const known = new Set(before.pupils.map(({ pupil }) => pupil));
  const eyes: Eyes = {
    ...before,
    pupils: [...before.pupils, ...whole.eyes.pupils.filter(({ pupil }) => !known.has(pupil))],
    lids: before.lids ?? whole.eyes.lids,
    brows: {
      left: before.brows.left ?? whole.eyes.brows.left,
      right: before.brows.right ?? whole.eyes.brows.right,
    },
  };
  return { ...whole, eyes };
}
