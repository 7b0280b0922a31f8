import { PLAIN_LOOK, type ArtworkLayer } from '@cruvo/core/character';

/**
 * Layers of which those that are clipped by a hidden one are hidden with it, in a group of its name: in painting
 * programs nothing of them is seen.
 *
 * @param layers back to front
 */
export function withHiddenBases(layers: readonly ArtworkLayer[]): ArtworkLayer[] {
  const runs: ArtworkLayer[][] = [];
  for (const layer of layers) {
    if (layer.clipped && runs.length > 0) runs.at(-1)!.push(layer);
    else runs.push([layer]);
  }
  return runs.flatMap(([base, ...clipped]) =>
    base!.hidden && clipped.length > 0 ? [hiddenTogether(base!, clipped)] : [base!, ...clipped],
  );
}

function hiddenTogether(base: ArtworkLayer, clipped: readonly ArtworkLayer[]): ArtworkLayer {
  const layers = [{ ...base, hidden: false }, ...clipped];
  return { ...PLAIN_LOOK, name: base.name, hidden: true, drawing: null, layers };
}
