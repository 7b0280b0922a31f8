import type { AnimatedLayer, VectorPictures } from './layers';

/** A scene as layers that change from frame to frame, to be written as vectors. */
export interface VectorAnimation {
  readonly name: string;
  /** Of the stage, in its units. */
  readonly stage: { readonly width: number; readonly height: number };
  /** How large it is shown, pixels. */
  readonly width: number;
  readonly height: number;
  /** #rrggbb; null: see-through. */
  readonly background: string | null;
  /** Frames a second, and how many there are. */
  readonly rate: number;
  readonly count: number;
  /** Back to front. */
  readonly layers: readonly AnimatedLayer[];
  readonly pictures: VectorPictures;
  /** Pictures of what can't be told otherwise: addresses by the versions of their items. */
  readonly baked: ReadonlyMap<number, string>;
}

/** All layers, those inside others included. */
export function allLayers(layers: readonly AnimatedLayer[]): readonly AnimatedLayer[] {
  return layers.flatMap((layer) =>
    layer.kind === 'group'
      ? [layer, ...allLayers(layer.layers), ...allLayers(layer.mask ?? [])]
      : [layer],
  );
}

/** What of an animation could not be told as vectors, a sentence each. */
export function bakedNotes(layers: readonly AnimatedLayer[]): readonly string[] {
  const all = allLayers(layers);
  const pictures = all.filter(({ kind }) => kind === 'pictures').length;
  const bent = all.some(
    (layer) =>
      layer.kind === 'outlines' &&
      layer.styles.some(({ fill, stroke }) => isGradient(fill) || isGradient(stroke?.paint)),
  );
  return [
    ...(pictures > 0
      ? [
          `${pictures === 1 ? 'A bent drawing of pixels is' : `${pictures} bent drawings of pixels are`} written as pictures, one for each way it is bent.`,
        ]
      : []),
    ...(bent ? ['Gradients on what bends stay where they were drawn.'] : []),
  ];
}

const isGradient = (paint: unknown) => typeof paint === 'object' && paint !== null;
