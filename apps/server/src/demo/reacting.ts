import {
  type Character,
  withNewControl,
  withControl,
  withStop,
  withStopParts,
} from '@cruvo/core/character';
import { bodyMapOf, REACTION_PRESETS } from '@cruvo/core/performance';
import { withReaction, type SceneReaction } from '@cruvo/core/reactions';
import { LIGHT as LIGHT_OF_STAGE, STAGE, WARMTH, type Scene } from '@cruvo/core/scene';

const LIGHT = '#ffcf70';

/** A lantern that shines brighter as its voice is louder, in whatever scene it hangs. */
export function withGlow(character: Character): Character {
  const made = withControl(withNewControl(character, 'glow', 'Glow'), 'glow', { min: 0 });
  const shining = withStopParts(withStop(made, 'glow', 1), 'glow', 1, ['lantern'], (part) => ({
    ...part,
    brighten: 0.18,
    glow: { color: LIGHT, amount: 0.9 },
  }));
  return withPreset(shining, 'Glows with loudness', 1);
}

/** A crest that rises on stressed words. */
export function withCrest(character: Character): Character {
  const made = withControl(withNewControl(character, 'crest', 'Crest rises'), 'crest', { min: 0 });
  const rising = withStopParts(withStop(made, 'crest', 1), 'crest', 1, ['crest'], (part) => ({
    ...part,
    turn: 0.5,
  }));
  return {
    ...rising,
    reactions: withReaction(rising.reactions, {
      ...{ id: 'crest', name: 'The crest rises on stressed words', low: null, high: null },
      signal: { kind: 'emphasis', of: 'own' },
      shaping: [
        { kind: 'gate', level: 0.5 },
        { kind: 'gesture', rise: 0.16, stay: 0.25, settle: 0.7, anticipation: 0 },
      ],
      targets: [{ control: 'body.crest', amount: 1 }],
      ...{ mix: 'strongest', weight: 1, muted: false },
    }),
  };
}

/** Fog that drifts, and light that warms as somebody speaks. */
export function withFog(scene: Scene, fog: string, speaker: string): Scene {
  const usual = { member: STAGE, low: null, high: null, stretch: null } as const;
  const added = { mix: 'add', weight: 1, muted: false } as const;
  const drifts = withReaction<SceneReaction>(scene.reactions, {
    ...{ ...usual, ...added, id: 'fog', name: 'The fog drifts' },
    ...{ signal: { kind: 'noise', period: 9, seed: 4 }, shaping: [] },
    targets: [{ control: `thing.${fog}.across`, amount: 0.3 }],
  });
  return {
    ...scene,
    reactions: withReaction<SceneReaction>(drifts, {
      ...{ ...usual, ...added, id: 'warmth', name: 'Warm light as Wick speaks' },
      signal: { kind: 'loudness', of: speaker },
      shaping: [{ kind: 'follow', attack: 0.08, release: 0.4 }],
      targets: [
        { control: WARMTH, amount: 0.45 },
        { control: LIGHT_OF_STAGE, amount: 0.12 },
      ],
    }),
  };
}

/** A character with one of the reactions that people often want. */
function withPreset(character: Character, wanted: string, seed: number): Character {
  const { name, make } = REACTION_PRESETS.find((preset) => preset.name === wanted)!;
  return {
    ...character,
    reactions: withReaction(character.reactions, {
      ...{ id: 'preset', name, low: null, high: null, weight: 1, muted: false },
      ...make(bodyMapOf(character), seed),
    }),
  };
}
