import type { Reaction, ReactionTarget } from '../reactions';
import { LIGHT, WARMTH } from '../scene/stageControls';
import type { BodyMap } from './bodyMap';

/** A reaction that people often want. */
export interface ReactionPreset {
  readonly name: string;
  /** What of a body it needs, in words. */
  readonly needs: string;
  /** Where a body has none of it, what it moves is left open. */
  readonly make: (
    body: BodyMap,
    seed: number,
  ) => Pick<Reaction, 'signal' | 'shaping' | 'targets' | 'mix'>;
}

/** A reaction that people often want of the light on a stage. */
export interface StagePreset {
  readonly name: string;
  readonly make: (seed: number) => ReturnType<ReactionPreset['make']>;
}

const target = (control: string | null | undefined, amount: number): ReactionTarget[] =>
  control ? [{ control, amount }] : [];

export const STAGE_PRESETS: readonly StagePreset[] = [
  {
    name: 'Light follows the voices',
    make: () => ({
      signal: { kind: 'loudness', of: 'everyone' },
      shaping: [{ kind: 'follow', attack: 0.04, release: 0.3 }],
      ...{ targets: target(LIGHT, 0.6), mix: 'add' },
    }),
  },
  {
    name: 'Flickers like a flame',
    make: (seed) => ({
      ...{ signal: { kind: 'noise', period: 0.18, seed }, shaping: [] },
      targets: [...target(LIGHT, 0.25), ...target(WARMTH, 0.2)],
      mix: 'add',
    }),
  },
  {
    name: 'Lightning at random',
    make: (seed) => ({
      signal: { kind: 'chance', shortest: 4, longest: 12, lasts: 0.05, seed },
      shaping: [{ kind: 'gesture', rise: 0.04, stay: 0.06, settle: 0.5, anticipation: 0 }],
      ...{ targets: target(LIGHT, 1), mix: 'add' },
    }),
  },
];

export const REACTION_PRESETS: readonly ReactionPreset[] = [
  {
    ...{ name: 'Nods with the voice', needs: 'a control that nods the head' },
    make: ({ nod }) => ({
      signal: { kind: 'loudness', of: 'own' },
      shaping: [
        { kind: 'follow', attack: 0.05, release: 0.18 },
        { kind: 'spring', frequency: 2.5, damping: 0.9 },
      ],
      ...{ targets: target(nod, 0.6), mix: 'add' },
    }),
  },
  {
    ...{ name: 'Brows on emphasis', needs: 'brows' },
    make: ({ brows }) => ({
      signal: { kind: 'emphasis', of: 'own' },
      shaping: [
        { kind: 'gate', level: 0.5 },
        { kind: 'gesture', rise: 0.14, stay: 0.16, settle: 0.5, anticipation: 0 },
      ],
      ...{ targets: brows, mix: 'add' },
    }),
  },
  {
    ...{ name: 'Ears at random', needs: 'a control that moves an ear' },
    make: ({ ears }, seed) => ({
      signal: { kind: 'chance', shortest: 3, longest: 10, lasts: 0.12, seed },
      shaping: [{ kind: 'gesture', rise: 0.08, stay: 0.04, settle: 0.25, anticipation: 0 }],
      ...{ targets: ears.map((control) => ({ control, amount: 0.8 })), mix: 'add' },
    }),
  },
  {
    ...{ name: 'Breathes', needs: 'a control for breath' },
    make: ({ breath }, seed) => ({
      signal: { kind: 'breath', of: 'own', seed },
      shaping: [{ kind: 'smooth', seconds: 0.25 }],
      ...{ targets: target(breath, 0.9), mix: 'add' },
    }),
  },
  {
    ...{ name: 'Bounces on the beat', needs: 'a control that leans or nods' },
    make: ({ lean, nod }) => ({
      signal: { kind: 'beat', perMinute: 100, first: 0 },
      shaping: [{ kind: 'gesture', rise: 0.12, stay: 0, settle: 0.3, anticipation: 0.1 }],
      ...{ targets: target(nod ?? lean, 0.6), mix: 'add' },
    }),
  },
  {
    ...{ name: 'Glows with loudness', needs: 'a control that makes something glow' },
    make: ({ glow }) => ({
      signal: { kind: 'loudness', of: 'own' },
      shaping: [{ kind: 'follow', attack: 0.04, release: 0.25 }],
      ...{ targets: target(glow, 1), mix: 'strongest' },
    }),
  },
  {
    ...{ name: 'Jaw by loudness', needs: 'a mouth that opens by its jaw' },
    make: () => ({
      signal: { kind: 'loudness', of: 'own' },
      shaping: [{ kind: 'follow', attack: 0.03, release: 0.09 }],
      ...{ targets: target('mouth.jaw', 1), mix: 'replace' },
    }),
  },
];
