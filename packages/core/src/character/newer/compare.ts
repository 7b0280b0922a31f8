import type { Character } from '../character';
import type { Drawing } from '../drawing';
import { partsOfMouth } from '../../mouth/mouthRig';
import { partsOfEyes } from '../eyes';
import type { Part } from '../part';
import { branchOf } from '../tree';
import type { PictureLikeness } from './likeness';
import { drawingOf, matchLayers, type Match, type ConfirmedPairs } from './match';
import { onEarlierPage, type PageChange } from './page';
import { partsOf } from '../partList';

/** A part that is in the newer artwork too, with its new drawing and mask at their place on the character's own page. */
export interface Continued extends Match {
  readonly drawing: Drawing | null;
  readonly mask: Drawing | null;
  /** What happened to its picture. */
  readonly change: 'none' | 'moved' | 'redrawn';
}

/** What newer artwork changes in a character. */
export interface ArtworkComparison {
  readonly page: PageChange;
  readonly continued: readonly Continued[];
  /** Layers that no part is, in painting order, each with its drawing and its mask on the character's own page. */
  readonly added: readonly {
    readonly layer: Part;
    readonly drawing: Drawing | null;
    readonly mask: Drawing | null;
  }[];
  /** Parts that are in the newer artwork no more, and whether the mouth or the eyes need them. */
  readonly removed: readonly { readonly part: Part; readonly needed: boolean }[];
  /** Parts that lie elsewhere in the file's order or groups, or are blended otherwise, than here. */
  readonly arranged: readonly Part[];
}

/** Units of the artwork by which a drawing may be off and still lie where it was. */
const STILL = 0.5;

/**
 * Compares a character with a newer version of its artwork.
 *
 * @param newer the character that the newer artwork alone would be
 * @param said which layer a part is, where somebody has said so
 * @param look how alike two pictures look, by their content hashes
 */
export function compareArtwork(
  character: Character,
  newer: Character,
  said: ConfirmedPairs,
  look: PictureLikeness,
): ArtworkComparison {
  const { matches, page } = matchLayers(character, newer, said, look);
  /** A drawing of the newer artwork at its place on the character's own page. */
  const placed = (key: string | null) => {
    const drawing = key === null ? undefined : newer.drawings[key];
    return drawing ? onEarlierPage(drawing, page) : null;
  };
  const continued = matches.map((match): Continued => {
    const drawing = placed(match.layer.drawing);
    const change = changeOf(drawingOf(character, match.part), drawing);
    return { ...match, drawing, mask: placed(match.layer.mask), change };
  });
  const [parts, layers] = [
    new Set(matches.map(({ part }) => part.id)),
    new Set(matches.map(({ layer }) => layer.id)),
  ];
  const needed = new Set([
    ...(character.mouth ? partsOfMouth(character.mouth) : []),
    ...partsOfEyes(character.eyes),
  ]);
  const isNew = (layer: Part) => !layers.has(layer.id);
  return {
    page,
    continued,
    added: partsOf(newer)
      .filter(isNew)
      .flatMap((layer) => {
        const drawing = placed(layer.drawing);
        const bringsSomething = branchOf(partsOf(newer), layer.id).some(
          (inner) => isNew(inner) && inner.drawing !== null,
        );
        if (!drawing && !bringsSomething) return [];
        return [{ layer, drawing, mask: placed(layer.mask) }];
      }),
    removed: partsOf(character)
      .filter((part) => !parts.has(part.id) && isGone(part, character, parts))
      .map((part) => ({ part, needed: needed.has(part.id) })),
    arranged: arrangedOtherwise(partsOf(character), partsOf(newer), matches),
  };
}

function changeOf(before: Drawing | undefined, after: Drawing | null): Continued['change'] {
  if (!before && !after) return 'none';
  if (!before || !after) return 'redrawn';
  const off = (key: 'x' | 'y' | 'width' | 'height') => Math.abs(before[key] - after[key]) > STILL;
  if (before.media !== after.media || off('width') || off('height')) return 'redrawn';
  return off('x') || off('y') ? 'moved' : 'none';
}

/** A group stays as long as anything in it does: it may have been made here. */
function isGone(part: Part, character: Character, kept: ReadonlySet<string>): boolean {
  return (
    part.drawing !== null || !branchOf(partsOf(character), part.id).some(({ id }) => kept.has(id))
  );
}

function arrangedOtherwise(
  mine: readonly Part[],
  layers: readonly Part[],
  matches: readonly Match[],
): Part[] {
  const layerOf = new Map(matches.map(({ part, layer }) => [part.id, layer]));
  const partOf = new Map(matches.map(({ part, layer }) => [layer.id, part.id]));
  const place = new Map(layers.map(({ id }, at) => [id, at]));
  const last = new Map<string | null, number>();
  return mine.filter((part) => {
    const layer = layerOf.get(part.id);
    if (!layer) return false;
    const at = place.get(layer.id)!;
    const before = last.get(part.parent) ?? -1;
    last.set(part.parent, Math.max(before, at));
    const parent = layer.parent === null ? null : (partOf.get(layer.parent) ?? part.parent);
    return at < before || parent !== part.parent || LOOKS.some((key) => part[key] !== layer[key]);
  });
}

/** What the file says of a part's look, beside its picture. */
export const LOOKS = ['opacity', 'blend', 'clipped', 'isolated'] as const;
