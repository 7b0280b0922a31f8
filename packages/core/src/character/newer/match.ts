import type { Character } from '../character';
import type { Drawing } from '../drawing';
import type { Part } from '../part';
import { treeOf } from '../tree';
import { nameLikeness, overlapOf, type PictureLikeness } from './likeness';
import { onEarlierPage, pageChange, type PageChange } from './page';
import { partsOf } from '../partList';

/** Parts of a character, or layers of artwork, with their drawings. */
export type Layers = Pick<Character, 'parts' | 'drawings' | 'width' | 'height'>;

/** A part and the layer that it is in the newer artwork. */
export interface Match {
  readonly part: Part;
  readonly layer: Part;
  /** `name`: it is called the same; `said`: somebody said so; `picture`: it shows the very same; `guess`: it is alike. */
  readonly by: 'name' | 'said' | 'picture' | 'guess';
}

/** Which layer a part is, as somebody has said; null: none of them. */
export type ConfirmedPairs = ReadonlyMap<string, string | null>;

/** How alike two must be in place, look and name to be taken for the same, 0 to 1. */
const ENOUGH = 0.5;
const WEIGHTS = { place: 0.4, look: 0.4, name: 0.2 } as const;

/** How many names from the end of a path tell a layer that was put into another group, the more telling first. */
const ENDS_OF_PATHS = [3, 2, 1];

/**
 * Finds every part of a character in newer artwork: by what somebody said, by the very same picture, by the path of
 * names, and what is left by place, look and name, once it is known how the page has changed.
 */
export function matchLayers(
  mine: Layers,
  theirs: Layers,
  said: ConfirmedPairs,
  look: PictureLikeness,
): { readonly matches: readonly Match[]; readonly page: PageChange } {
  const found = new Matches(said);
  const layerById = new Map(partsOf(theirs).map((layer) => [layer.id, layer]));
  for (const part of partsOf(mine)) {
    const layer = layerById.get(said.get(part.id) ?? '');
    if (layer) found.add({ part, layer, by: 'said' });
  }
  // What shows the very same is the same, even where it has another's name now.
  const pathNow = namePaths(partsOf(mine));
  for (const { part, layer } of samePictures(mine, theirs)) {
    const isNamed = layer.id === part.id || layer.id === pathNow(part);
    found.add({ part, layer, by: isNamed ? 'name' : 'picture' });
  }
  for (const pathOf of [({ id }: Part) => id, pathNow]) {
    for (const part of partsOf(mine)) {
      const layer = layerById.get(pathOf(part));
      if (layer) found.add({ part, layer, by: 'name' });
    }
  }
  for (const length of ENDS_OF_PATHS) {
    for (const match of sameEnds(mine, theirs, found, length)) found.add(match);
  }
  const page = pageChange(mine, theirs, found.drawn(mine, theirs));
  const placed = partsOf(theirs).flatMap((layer): Placed[] => {
    const drawing = drawingOf(theirs, layer);
    return drawing ? [{ layer, drawing: onEarlierPage(drawing, page) }] : [];
  });
  for (const by of ['picture', 'guess'] as const) {
    for (const match of likelyPairs(mine, placed, found, by, look)) found.add(match);
  }
  matchGroups(mine, theirs, found);
  return { matches: found.list, page };
}

/**
 * Parts and layers that show a picture which nothing else shows. Where a layer has become a group of its name, or a
 * group one, the name says more.
 */
function samePictures(mine: Layers, theirs: Layers): Omit<Match, 'by'>[] {
  const ofTheirs = byMedia(theirs);
  const isGroup = ({ parts }: Layers, id: string) => parts[id]?.drawing === null;
  return [...byMedia(mine)].flatMap(([media, [part, ...others]]) => {
    const [layer, ...more] = ofTheirs.get(media) ?? [];
    const isOnly = others.length === 0 && more.length === 0;
    if (!part || !layer || !isOnly) return [];
    return isGroup(theirs, part.id) || isGroup(mine, layer.id) ? [] : [{ part, layer }];
  });
}

/** Parts and layers that are not matched yet and of which the last names of the path are the same, as of no other. */
function sameEnds(mine: Layers, theirs: Layers, found: Matches, length: number): Match[] {
  const layers = partsOf(theirs).filter((layer) => !found.isTaken(layer));
  const ofTheirs = byEnd(layers, namePaths(partsOf(theirs)), length);
  const parts = partsOf(mine).filter((part) => !found.layer(part));
  return [...byEnd(parts, namePaths(partsOf(mine)), length)].flatMap(([end, [part, ...others]]) => {
    const [layer, ...more] = ofTheirs.get(end) ?? [];
    const isOnly = others.length === 0 && more.length === 0;
    return layer && part && isOnly ? [{ part, layer, by: 'name' as const }] : [];
  });
}

function byEnd(
  parts: readonly Part[],
  pathOf: (part: Part) => string,
  length: number,
): Map<string, Part[]> {
  const found = new Map<string, Part[]>();
  for (const part of parts) {
    const kind = part.drawing === null ? 'group' : 'layer';
    const end = `${kind} ${pathOf(part).split('/').slice(-length).join('/')}`;
    found.set(end, [...(found.get(end) ?? []), part]);
  }
  return found;
}

function byMedia(layers: Layers): Map<string, Part[]> {
  const found = new Map<string, Part[]>();
  for (const part of partsOf(layers)) {
    const media = drawingOf(layers, part)?.media;
    if (media !== undefined) found.set(media, [...(found.get(media) ?? []), part]);
  }
  return found;
}

interface Placed {
  readonly layer: Part;
  readonly drawing: Drawing;
}

/** Pairs that are found already; nothing is paired twice. */
class Matches {
  readonly list: Match[] = [];
  private readonly layerOf = new Map<string, Part>();
  private readonly taken = new Set<string>();

  constructor(private readonly said: ConfirmedPairs) {}

  add(match: Match): void {
    const { part, layer, by } = match;
    if (this.layerOf.has(part.id) || this.taken.has(layer.id)) return;
    // What somebody has said about a part is not guessed at any more.
    if (by !== 'said' && this.said.has(part.id)) return;
    this.list.push(match);
    this.layerOf.set(part.id, layer);
    this.taken.add(layer.id);
  }

  layer(part: Part): Part | undefined {
    return this.layerOf.get(part.id);
  }

  isTaken(layer: Part): boolean {
    return this.taken.has(layer.id);
  }

  drawn(mine: Layers, theirs: Layers): (readonly [Drawing, Drawing])[] {
    return this.list.flatMap(({ part, layer }) => {
      const [one, other] = [drawingOf(mine, part), drawingOf(theirs, layer)];
      return one && other ? [[one, other] as const] : [];
    });
  }
}

/** Pairs of drawings that are not matched yet, the likeliest first. */
function likelyPairs(
  mine: Layers,
  placed: readonly Placed[],
  found: Matches,
  by: 'picture' | 'guess',
  look: PictureLikeness,
): Match[] {
  const left = placed.filter(({ layer }) => !found.isTaken(layer));
  const pairs = partsOf(mine).flatMap((part) => {
    const drawing = found.layer(part) ? undefined : drawingOf(mine, part);
    if (!drawing) return [];
    return left.flatMap(({ layer, drawing: theirs }) => {
      const same = drawing.media === theirs.media;
      const score = likeness(part, layer, drawing, theirs, look);
      const enough = by === 'picture' ? same : score >= ENOUGH;
      return enough ? [{ match: { part, layer, by }, score }] : [];
    });
  });
  return pairs.sort((a, b) => b.score - a.score).map(({ match }) => match);
}

function likeness(
  part: Part,
  layer: Part,
  mine: Drawing,
  theirs: Drawing,
  look: PictureLikeness,
): number {
  const place = overlapOf(mine, theirs);
  const name = nameLikeness(part.name, layer.name);
  const seen = place === 0 && name === 0 ? 0 : look(mine.media, theirs.media);
  const known = WEIGHTS.place * place + WEIGHTS.name * name;
  return seen === null ? known / (1 - WEIGHTS.look) : known + WEIGHTS.look * seen;
}

/** Groups are the same whose contents are, the innermost first. */
function matchGroups(mine: Layers, theirs: Layers, found: Matches): void {
  const inside = treeOf(partsOf(mine));
  for (const part of [...partsOf(mine)].reverse()) {
    if (part.drawing !== null || found.layer(part)) continue;
    const votes = new Map<string, number>();
    for (const child of inside.get(part.id) ?? []) {
      const parent = found.layer(child)?.parent;
      if (parent !== undefined && parent !== null) votes.set(parent, (votes.get(parent) ?? 0) + 1);
    }
    const [best] = [...votes].sort((a, b) => b[1] - a[1]);
    const layer = best && partsOf(theirs).find(({ id }) => id === best[0]);
    if (layer && layer.drawing === null) found.add({ part, layer, by: 'picture' });
  }
}

/** The path of names as they are now, in the tree as it is now. */
function namePaths(parts: readonly Part[]): (part: Part) => string {
  const paths = new Map<string, string>();
  for (const { id, name, parent } of parts) {
    paths.set(id, parent === null ? name : `${paths.get(parent)}/${name}`);
  }
  return ({ id }) => paths.get(id)!;
}

export function drawingOf({ drawings }: Layers, { drawing }: Part): Drawing | undefined {
  return drawing === null ? undefined : drawings[drawing];
}
