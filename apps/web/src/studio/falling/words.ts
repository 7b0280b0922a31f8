import type { BodyKind, BodyShape } from '@cruvo/core/bodies';

/** What each kind of body is called, and what it does. */
export const BODY_KINDS_IN_WORDS: readonly (readonly [BodyKind, name: string, hint: string])[] = [
  ['solid', 'Solid', 'Moves as it is performed, and pushes others'],
  ['loose', 'Loose', 'Falls, bounces, rolls, and comes to rest'],
  ['springy', 'Springy', 'Is pushed, and springs back to its place'],
  ['fixed', 'Fixed', 'Stays where it is, whatever meets it: a floor, a wall, a ramp'],
  ['through', 'Through', 'Falls through everything'],
];

export const SHAPES_IN_WORDS: readonly (readonly [
  BodyShape['kind'],
  name: string,
  hint: string,
])[] = [
  ['outline', 'Outline', 'The outline of its drawing'],
  ['circle', 'Circle', 'A circle as wide as the drawing: it rolls'],
  ['box', 'Box', 'A box about the drawing'],
];
