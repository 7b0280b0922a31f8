import {
  type Character,
  withControl,
  withNewControl,
  withStop,
  withStopParts,
} from '@cruvo/core/character';

const LIGHT = '#ffcf70';

/** A lantern that shines brighter as its mouth opens. */
export function withGlow(character: Character): Character {
  const made = withControl(withNewControl(character, 'glow', 'Glow'), 'glow', {
    ...{ min: 0, withMouth: 1 },
  });
  return withStopParts(withStop(made, 'glow', 1), 'glow', 1, ['lantern'], (part) => ({
    ...part,
    brighten: 0.18,
    glow: { color: LIGHT, amount: 0.9 },
  }));
}
