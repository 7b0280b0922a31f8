import { unionOf, type Box } from '../geometry';
import { inTable } from '../records';
import type { Artwork, ArtworkLayer } from './artwork';
import { CHARACTER_VERSION, NO_BODY, type Character } from './character';
import type { Drawing } from './drawing';
import { NO_EYES } from './eyes';
import { freeName, tidyName } from './freeName';
import { plainPart, type Part, type UnplacedPart } from './part';
import { assembled } from './recognition/assemble';

/**
 * A character of layered artwork: every layer a part, at its place in the tree, with whatever its name says
 * about how it acts.
 */
export function characterFromArtwork(name: string, artwork: Artwork): Character {
  return assembled({
    schemaVersion: CHARACTER_VERSION,
    name,
    width: artwork.width,
    height: artwork.height,
    ...partsOfArtwork(artwork),
    mouth: null,
    eyes: NO_EYES,
    ...NO_BODY,
  });
}

/** The longest path of names that becomes an id; of longer ones the end is taken. */
const LONGEST_PATH = 250;

/** Every layer as a part whose id is the path of names to it, with its drawing under that id. */
export function partsOfArtwork(artwork: Artwork): Pick<Character, 'parts' | 'drawings'> {
  const drawings: Record<string, Drawing> = {};
  const parts: UnplacedPart[] = [];
  const taken = new Set<string>();
  const add = (layer: ArtworkLayer, parent: string | null): Box | null => {
    const name = tidyName(layer.name);
    const path = parent === null ? name : `${parent}/${name}`;
    const id = freeName(path.slice(-LONGEST_PATH), taken);
    const at = parts.length;
    if (layer.drawing) drawings[id] = layer.drawing;
    parts.push(plainPart({ id, name }));
    const boxes = layer.layers.flatMap((each) => add(each, id) ?? []);
    const box = unionOf([...(layer.drawing ? [layer.drawing] : []), ...boxes]);
    const { hidden, opacity, blend, clipped, isolated } = layer;
    const mask = layer.mask && freeName(`${id} mask`, taken);
    if (layer.mask) drawings[mask!] = layer.mask;
    parts[at] = {
      ...parts[at]!,
      parent,
      drawing: layer.drawing ? id : null,
      ...{ hidden, opacity, blend, clipped, isolated, mask },
      pivot: box
        ? { x: box.x + box.width / 2, y: box.y + box.height / 2 }
        : { x: artwork.width / 2, y: artwork.height / 2 },
    };
    return box;
  };
  artwork.layers.forEach((layer) => add(layer, null));
  return { parts: inTable<Part>(parts), drawings };
}
