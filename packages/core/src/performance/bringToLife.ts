import type { Character } from '../character/character';
import { inTable, inOrder } from '../records';
import type { ReactionTarget, SceneReaction, ShapingStep, SignalSpec } from '../reactions';
import type { PerformancePart, PerformanceSettings } from '../scene/performanceSettings';
import type { Scene } from '../scene/scene';
import { bodyMapOf, type BodyMap } from './bodyMap';

/** A reaction without what it gets in its scene. */
type Draft = Pick<SceneReaction, 'name' | 'signal' | 'shaping' | 'targets' | 'mix'> & {
  readonly key: string;
};

/**
 * A scene in which a cast member performs by itself: reactions to its own voice and that of the others, in place of those
 * of the performance before. What people made stays, above them.
 *
 * Head movement and brows go with stress and phrases (H. P. Graf, E. Cosatto, V. Strom and F. J. Huang, "Visual
 * prosody", 2002; K. G. Munhall et al., "Visual prosody and speech intelligibility", 2004), gaze after Lee, Badler and
 * Badler (2002), blinks after Bentivoglio et al. (1997).
 */
export function withPerformance(
  scene: Scene,
  member: string,
  character: Character,
  settings: PerformanceSettings,
): Scene {
  const before = inOrder(scene.reactions);
  const isOwn = (one: SceneReaction) => one.member === member && isOfPerformance(one);
  const made = performance(bodyMapOf(character), settings).map(
    ({ key, ...draft }): Omit<SceneReaction, 'order'> => ({
      ...draft,
      ...{ id: performanceId(member, key), member, low: null, high: null },
      ...{ weight: 1, muted: false, stretch: settings.stretch },
    }),
  );
  return {
    ...scene,
    reactions: inTable<SceneReaction>([...made, ...before.filter((one) => !isOwn(one))]),
    performances: { ...scene.performances, [member]: { ...settings, id: member } },
  };
}

/** Whether a reaction was made by a performance, and would be made anew by another. */
export function isOfPerformance({ id, member }: Pick<SceneReaction, 'id' | 'member'>): boolean {
  return id.startsWith(performanceId(member, ''));
}

const performanceId = (member: string, key: string) => `life-${member}-${key}`.slice(0, 64);

/** All reactions of a performance. */
function performance(body: BodyMap, settings: PerformanceSettings): Draft[] {
  const { amount, calm, shares } = settings;
  const seed = (own: number) => Math.imul(settings.seed, 7919) + own;
  const much = (part: PerformancePart, usual: number) =>
    rounded(usual * amount * shares[part] * (1.5 - calm));
  const often = (usual: number) => rounded(Math.min(1, usual * (1.3 - 0.6 * calm)));
  const slow = (seconds: number) => rounded(seconds * (0.75 + 0.5 * calm));
  const gesture = (
    rise: number,
    stay: number,
    settle: number,
    anticipation = 0.15,
  ): ShapingStep => ({
    ...{ kind: 'gesture', rise: slow(rise), stay: slow(stay), settle: slow(settle) },
    anticipation,
  });
  const chance = (share: number, own: number): ShapingStep => ({
    ...{ kind: 'chance', share: often(share), seed: seed(own) },
  });
  // Excited speech moves more, and at weaker stresses too.
  const gate = (level: number): ShapingStep => {
    return { kind: 'gate', level: rounded(level + 0.3 * (calm - 0.5)) };
  };
  const draft = (
    key: string,
    name: string,
    signal: SignalSpec,
    shaping: readonly ShapingStep[],
    targets: readonly (ReactionTarget | null)[],
    mix: Draft['mix'] = 'add',
  ): Draft[] => {
    const there = targets.filter((target) => target !== null && target.amount !== 0);
    return there.length === 0
      ? []
      : [{ key, name, signal, shaping, targets: there as ReactionTarget[], mix }];
  };
  const to = (control: string | null, value: number) =>
    control === null ? null : { control, amount: value };
  const own = 'own' as const;
  const brows = (part: PerformancePart, value: number) =>
    body.brows.map(({ control }) => to(control, much(part, value)));

  return [
    ...draft(
      'nods',
      'Nods on stressed words',
      { kind: 'emphasis', of: own },
      [gate(0.35), chance(0.85, 1), gesture(0.16, 0.05, 0.42)],
      [to(body.nod, much('head', 0.75)), to(body.turn, much('head', 0.12))],
    ),
    ...draft(
      'bearing',
      'Holds the head another way for each phrase',
      { kind: 'bearing', of: own, seed: seed(2) },
      [{ kind: 'spring', frequency: rounded(1.3 - 0.6 * calm), damping: 1 }],
      [to(body.turn, much('head', 0.32)), to(body.tilt, much('head', -0.3))],
    ),
    ...draft(
      'questions',
      'Tilts the head at questions',
      { kind: 'question', of: own },
      [gesture(0.3, 0.5, 0.8, 0)],
      [to(body.tilt, much('head', 0.7)), to(body.nod, much('head', -0.35))],
    ),
    ...draft(
      'brows',
      'Raises the brows on strong words',
      { kind: 'emphasis', of: own },
      [gate(0.55), chance(0.8, 3), gesture(0.14, 0.16, 0.5, 0)],
      brows('brows', 0.9),
    ),
    ...draft(
      'brow-questions',
      'Raises the brows at questions',
      { kind: 'question', of: own },
      [gesture(0.2, 0.45, 0.6, 0)],
      brows('brows', 1),
      'strongest',
    ),
    ...(shares.eyes > 0
      ? [
          ...draft(
            'blinks',
            'Blinks between phrases',
            { kind: 'blinks', of: own, seed: seed(4) },
            [],
            [body.lids ? to('eyes.closed', 1) : null],
            'replace',
          ),
          ...draft(
            'gaze-across',
            'Looks at whom it talks to, and away while thinking',
            { kind: 'gaze across', of: own, seed: seed(5) },
            [{ kind: 'smooth', seconds: 0.06 }],
            [body.gaze ? to('gaze/x', rounded(0.8 * Math.min(1, shares.eyes))) : null],
          ),
          ...draft(
            'gaze-down',
            'Looks up while thinking, and down',
            { kind: 'gaze down', of: own, seed: seed(5) },
            [{ kind: 'smooth', seconds: 0.06 }],
            [body.gaze ? to('gaze/y', rounded(0.8 * Math.min(1, shares.eyes))) : null],
          ),
          ...draft(
            'head-follows',
            'Turns the head after the eyes',
            { kind: 'gaze across', of: own, seed: seed(5) },
            [
              { kind: 'delay', seconds: 0.12 },
              { kind: 'spring', frequency: 1.1, damping: 1 },
            ],
            [to(body.turn, much('eyes', 0.28))],
          ),
        ]
      : []),
    ...draft(
      'weight',
      'Shifts its weight',
      { kind: 'noise', period: rounded(3 + 3 * calm), seed: seed(6) },
      [],
      [to(body.lean, much('posture', 0.35))],
    ),
    ...draft(
      'leans-in',
      'Leans in on strong words',
      { kind: 'emphasis', of: own },
      [gate(0.6), chance(0.5, 7), gesture(0.3, 0.2, 0.9, 0)],
      [to(body.lean, much('posture', 0.3))],
    ),
    ...draft(
      'breath',
      'Breathes in before it talks',
      { kind: 'breath', of: own, seed: seed(8) },
      [{ kind: 'smooth', seconds: 0.25 }],
      [to(body.breath, rounded(Math.min(1, 0.9 * amount * shares.breath)))],
    ),
    ...body.arms.flatMap((arm, at) =>
      draft(
        `hand-${at}`,
        at === 0 ? 'Lifts a hand on strong words' : 'Lifts the other hand on strong words',
        { kind: 'emphasis', of: own },
        [gate(0.6), chance(0.55, 10 + at), gesture(0.22, 0.18, 0.6)],
        [to(arm, much('hands', 0.3))],
      ),
    ),
    ...body.ears.flatMap((ear, at) =>
      draft(
        `ear-${at}`,
        'Moves an ear at random',
        { kind: 'chance', shortest: 3, longest: 11, lasts: 0.12, seed: seed(20 + at) },
        [gesture(0.08, 0.04, 0.25, 0)],
        [to(ear, much('posture', 0.6))],
      ),
    ),
    ...draft(
      'listens',
      'Nods when others end a phrase',
      { kind: 'phrase end', of: 'others' },
      [{ kind: 'delay', seconds: 0.18 }, chance(0.5, 30), gesture(0.22, 0.05, 0.45)],
      [to(body.nod, much('listening', 0.6))],
    ),
    ...draft(
      'is-struck',
      'Raises the brows at what others stress',
      { kind: 'emphasis', of: 'others' },
      [gate(0.7), { kind: 'delay', seconds: 0.25 }, chance(0.45, 31), gesture(0.2, 0.3, 0.7, 0)],
      [...brows('listening', 0.7), to(body.tilt, much('listening', 0.18))],
    ),
  ];
}

const rounded = (value: number) => Math.round(value * 1000) / 1000;
