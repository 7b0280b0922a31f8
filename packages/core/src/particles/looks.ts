import type { ParticleLook, ParticleShape } from '../frame';

/** What particles can look like without a drawing of their own. */
export const LOOK_NAMES = [
  'dot',
  'drop',
  'flake',
  'leaf',
  'spark',
  'bubble',
  'ball',
  'heart',
  'confetti',
] as const;
export type LookName = (typeof LOOK_NAMES)[number];

const shape = (points: readonly number[], shade = 0, opacity = 1): ParticleShape => {
  return { points: Float64Array.from(points), shade, opacity };
};

/** A polygon around an ellipse. */
function ellipse(x: number, y: number, wide: number, high: number, corners: number): number[] {
  return Array.from({ length: corners }, (_, at) => {
    const turn = (2 * Math.PI * at) / corners;
    return [x + (wide / 2) * Math.cos(turn), y + (high / 2) * Math.sin(turn)];
  }).flat();
}

/** A star with points as thin as a line at its arms. */
function star(arms: number, inner: number): number[] {
  return Array.from({ length: 2 * arms }, (_, at) => {
    const [turn, far] = [(Math.PI * at) / arms, at % 2 === 0 ? 0.5 : inner];
    return [far * Math.cos(turn), far * Math.sin(turn)];
  }).flat();
}

/** Two bows that meet in a notch above and a point below. */
function heart(): number[] {
  return Array.from({ length: 20 }, (_, at) => {
    const turn = (2 * Math.PI * at) / 20;
    const [sine, cosine] = [Math.sin(turn), Math.cos(turn)];
    const down = 13 * cosine - 5 * Math.cos(2 * turn) - 2 * Math.cos(3 * turn) - Math.cos(4 * turn);
    return [sine ** 3 / 2, -down / 34 - 0.06];
  }).flat();
}

const SHAPES: Readonly<Record<LookName, readonly ParticleShape[]>> = {
  dot: [shape(ellipse(0, 0, 1, 1, 10))],
  drop: [shape([0.5, 0, 0.42, 0.035, 0.2, 0.03, -0.5, 0, 0.2, -0.03, 0.42, -0.035])],
  flake: [shape(ellipse(0, 0, 1, 1, 12), 0, 0.4), shape(star(6, 0.16))],
  leaf: [
    shape([0.5, 0, 0.2, 0.2, -0.15, 0.22, -0.42, 0, -0.15, -0.22, 0.2, -0.2]),
    shape([0.4, 0.012, -0.5, 0.02, -0.5, -0.02, 0.4, -0.012], -0.35),
  ],
  spark: [
    shape([0.5, 0, 0.2, 0.11, -0.5, 0, 0.2, -0.11], 0, 0.7),
    shape([0.42, 0, 0.22, 0.05, -0.1, 0, 0.22, -0.05], 0.7),
  ],
  bubble: [
    shape(ellipse(0, 0, 1, 1, 18), 0, 0.28),
    shape(ellipse(-0.18, -0.2, 0.26, 0.18, 8), 0.9, 0.8),
  ],
  ball: [shape(ellipse(0, 0, 1, 1, 18)), shape(ellipse(-0.14, -0.16, 0.34, 0.28, 10), 0.5, 0.6)],
  heart: [shape(heart())],
  confetti: [shape([0.5, 0.22, -0.5, 0.22, -0.5, -0.22, 0.5, -0.22])],
};

const LOOKS = new Map(LOOK_NAMES.map((name) => [name, { name, shapes: SHAPES[name] }]));

/** What a look paints, in a box of one unit about the middle; along x where particles face their way. */
export function lookOf(name: LookName): ParticleLook {
  return LOOKS.get(name)!;
}
