import type { Character } from '../character/character';
import { controlsOf } from '../character/controls';
import { isContinuous } from '../mouth/mouthRig';
import { bodyMapOf } from '../performance/bodyMap';
import type { FaceChannel, FaceValues } from './channels';

/** A control that goes along with a face: with the mean of some of its channels. */
export interface FaceLink {
  /** As a reaction names what it moves. */
  readonly target: string;
  readonly channels: readonly FaceChannel[];
  /** How much of the way from rest to its limit, at a channel of 1; below 0 to the other side. */
  readonly amount: number;
}

/** What of a character goes along with a face. */
export function faceLinksOf(character: Character): readonly FaceLink[] {
  const body = bodyMapOf(character);
  const { slots } = controlsOf(character);
  const link = (target: string | null, channels: readonly FaceChannel[], amount = 1): FaceLink[] =>
    target === null || !slots.has(target.replace(/\/[xy]$/, ''))
      ? []
      : [{ target, channels, amount }];
  const mouth = character.mouth && isContinuous(character.mouth);
  return [
    ...link(body.turn, ['turn']),
    ...link(body.nod, ['nod']),
    ...link(body.tilt, ['tilt']),
    ...link(body.lean, ['x'], 0.6),
    ...link('gaze/x', ['gaze across']),
    ...link('gaze/y', ['gaze down']),
    ...link('eyes.closed', ['left lid', 'right lid']),
    ...(slots.has('brow.left.raise') || slots.has('brow.right.raise')
      ? [...link('brow.left.raise', ['left brow']), ...link('brow.right.raise', ['right brow'])]
      : body.brows.flatMap(({ control, amount }) =>
          link(control, ['left brow', 'right brow'], amount),
        )),
    ...(mouth
      ? [
          ...link('mouth.jaw', ['mouth open']),
          ...link('mouth.width', ['smile', 'mouth wide']),
          ...link('mouth.round', ['pout']),
        ]
      : []),
  ];
}

/** How far each linked control goes, as a share of its way from rest to its limit: -1 to 1, by target. */
export function linkedShares(
  links: readonly FaceLink[],
  values: FaceValues,
): ReadonlyMap<string, number> {
  return new Map(
    links.map(({ target, channels, amount }) => {
      const mean = channels.reduce((sum, channel) => sum + values[channel], 0) / channels.length;
      return [target, amount * mean];
    }),
  );
}
