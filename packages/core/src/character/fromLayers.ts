import { Problem } from '../problem';
import type { Layer } from '../formats/svg/layers';
import { targetOf } from '../mouth/articulation';
import { VISEME_NAMES } from '../speech/visemes';
import { CHARACTER_VERSION, type Character, type Part } from './character';
import type { Drawing } from './drawing';
import { CLOSED_LIDS_LAYER, EYES_LAYER, MOUTH_LAYER, VISEME_BY_LAYER } from './names';

/** A layered picture whose layers have been stored: each leaf's drawing by its path of names. */
export interface StoredArtwork {
  readonly width: number;
  readonly height: number;
  readonly layers: readonly Layer[];
  readonly drawingOf: (layer: Layer) => Drawing;
}

/**
 * Puts a character together from layers named as in character/names: a group `mouth` of drawings
 * named by their sounds, a group `eyes` with `open` and `closed`, and any other layers around them.
 *
 * @throws Problem when there is no mouth to move
 */
export function characterFromLayers(name: string, artwork: StoredArtwork): Character {
  const drawings: Record<string, Drawing> = {};
  const parts: Part[] = [];
  let mouth: Character['mouth'] | null = null;
  let lids: Character['lids'] = null;
  const keep = (layer: Layer) => {
    const key = layer.path.join('/');
    drawings[key] = artwork.drawingOf(layer);
    return key;
  };

  for (const layer of artwork.layers) {
    const id = layer.path.join('/');
    if (layer.name === MOUTH_LAYER) {
      const chart = layer.children.map((child) => chartEntry(child, keep(child)));
      const rest = chart.find(({ viseme }) => viseme === 0) ?? chart[0];
      if (!rest)
        throw new Problem(
          'bad-input',
          'The group “mouth” is empty: draw at least one mouth in it.',
        );
      parts.push({ id, name: layer.name, drawing: rest.drawing });
      mouth = {
        part: id,
        chart: {
          rest: rest.drawing,
          drawings: chart.map(({ drawing, label, viseme }) => ({
            drawing,
            label,
            articulation: targetOf(viseme),
          })),
        },
      };
    } else if (layer.name === EYES_LAYER) {
      const keys = layer.children.map((child) => [child.name, keep(child)] as const);
      const closed = keys.find(([childName]) => childName === CLOSED_LIDS_LAYER)?.[1];
      parts.push({
        id,
        name: layer.name,
        drawing: keys.find(([, key]) => key !== closed)?.[1] ?? null,
      });
      if (closed) lids = { part: id, closed };
    } else {
      parts.push({ id, name: layer.name, drawing: keep(layer) });
    }
  }
  if (!mouth) {
    throw new Problem(
      'bad-input',
      'This artwork has no group named “mouth”, so nothing in it can speak.',
    );
  }
  const { width, height } = artwork;
  return { schemaVersion: CHARACTER_VERSION, name, width, height, drawings, parts, mouth, lids };
}

function chartEntry(layer: Layer, drawing: string) {
  const viseme = VISEME_BY_LAYER[layer.name];
  if (viseme === undefined) {
    const known = Object.keys(VISEME_BY_LAYER).join(', ');
    throw new Problem(
      'bad-input',
      `The mouth drawing “${layer.name}” has no known sound. Use one of: ${known}.`,
    );
  }
  return { drawing, viseme, label: viseme === 0 ? 'rest' : VISEME_NAMES[viseme] };
}
