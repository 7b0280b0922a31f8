import type { Emitter, EmitterDepth, EmitterSource, ParticleStyle } from './emitter';

/** Kinds of weather and of things that fly, ready to be used. */
export const PARTICLE_PRESETS = [
  'drizzle',
  'downpour',
  'snow',
  'spray',
  'leaves',
  'embers',
  'bubbles',
  'hearts',
  'confetti',
] as const;
export type ParticlePreset = (typeof PARTICLE_PRESETS)[number];

/** The height of a stage for which sizes and speeds are written here, stage units. */
const WRITTEN_FOR = 1080;
const DOWN = Math.PI / 2;
const UP = -DOWN;

const PLAIN: ParticleStyle = {
  looks: ['dot'],
  size: { mean: 10, spread: 0.3 },
  ...{ colors: ['#ffffff'], colored: 'over life' },
  ...{ opacity: 1, fadeIn: 0, fadeOut: 0 },
  life: { mean: 2, spread: 0.2 },
  speed: { mean: 300, spread: 0.2 },
  ...{ direction: DOWN, fan: 0, faces: 'any', spin: 0 },
  ...{ gravity: 1, wind: 1, drag: 0.5, turbulence: 0 },
  ...{ meeting: 'nothing', hits: true, bounce: 0.5 },
};

/** Where particles come from, as shares of the stage: from above all of it, a side, the ground, or the middle. */
type From = 'above' | 'ground' | 'middle' | 'left';

interface Preset {
  readonly label: string;
  readonly from: From;
  readonly depth: Exclude<EmitterDepth['kind'], 'layer'>;
  readonly rate: number;
  readonly burst: number;
  readonly style: Partial<ParticleStyle>;
}

/** Falling from above so far that it begins out of sight, and lives until it is gone again. */
const rain = (style: Partial<ParticleStyle>): Partial<ParticleStyle> => ({
  ...{ looks: ['drop'], colors: ['#c8dcec'], faces: 'way' },
  ...{ gravity: 0.5, drag: 1, wind: 1, fan: 0.02, meeting: 'splash' },
  ...style,
});

const PRESETS: Readonly<Record<ParticlePreset, Preset>> = {
  drizzle: {
    ...{ label: 'Drizzle', from: 'above', depth: 'behind', rate: 220, burst: 0 },
    style: rain({
      ...{ size: { mean: 46, spread: 0.3 }, opacity: 0.5 },
      ...{ speed: { mean: 620, spread: 0.15 }, life: { mean: 2.6, spread: 0.1 } },
    }),
  },
  downpour: {
    ...{ label: 'Downpour', from: 'above', depth: 'cast', rate: 1250, burst: 0 },
    style: rain({
      ...{ size: { mean: 110, spread: 0.35 }, opacity: 0.45 },
      ...{ speed: { mean: 1500, spread: 0.15 }, life: { mean: 1.4, spread: 0.1 } },
    }),
  },
  snow: {
    ...{ label: 'Snow', from: 'above', depth: 'cast', rate: 62, burst: 0 },
    style: {
      ...{ looks: ['flake', 'dot'], size: { mean: 20, spread: 0.6 }, opacity: 0.95 },
      ...{ speed: { mean: 110, spread: 0.3 }, life: { mean: 13, spread: 0.1 }, fan: 0.3 },
      ...{ gravity: 0.08, drag: 1.8, turbulence: 60, spin: 0.12, meeting: 'stick' },
    },
  },
  spray: {
    ...{ label: 'Sea spray', from: 'left', depth: 'cast', rate: 30, burst: 260 },
    style: {
      ...{ looks: ['dot', 'bubble'], size: { mean: 11, spread: 0.7 } },
      ...{ colors: ['#f4fbff', '#b6d3dd'], opacity: 0.9, fadeOut: 0.35 },
      ...{ speed: { mean: 1050, spread: 0.55 }, life: { mean: 1.7, spread: 0.3 } },
      ...{ direction: -0.9, fan: 0.45, gravity: 0.75, drag: 0.7, turbulence: 60 },
    },
  },
  leaves: {
    ...{ label: 'Leaves', from: 'above', depth: 'cast', rate: 6, burst: 0 },
    style: {
      ...{
        looks: ['leaf'],
        size: { mean: 44, spread: 0.35 },
        colors: ['#c9762c', '#8c4a21', '#d9a13b'],
      },
      ...{ speed: { mean: 90, spread: 0.4 }, life: { mean: 11, spread: 0.2 }, fan: 0.5 },
      ...{
        gravity: 0.14,
        drag: 1.6,
        turbulence: 170,
        colored: 'each',
        spin: 0.5,
        fadeOut: 0.08,
        meeting: 'stick',
      },
    },
  },
  embers: {
    ...{ label: 'Embers', from: 'ground', depth: 'cast', rate: 28, burst: 60 },
    style: {
      ...{ looks: ['spark', 'dot'], size: { mean: 13, spread: 0.6 }, faces: 'way' },
      ...{ colors: ['#ffd27a', '#d8361a'], fadeIn: 0.05, fadeOut: 0.5 },
      ...{ speed: { mean: 170, spread: 0.5 }, life: { mean: 4.5, spread: 0.4 } },
      ...{ direction: UP, fan: 0.5, gravity: -0.06, drag: 0.9, turbulence: 110 },
    },
  },
  bubbles: {
    ...{ label: 'Bubbles', from: 'ground', depth: 'cast', rate: 7, burst: 30 },
    style: {
      ...{ looks: ['bubble'], size: { mean: 46, spread: 0.6 }, colors: ['#d6f2ff'] },
      ...{ speed: { mean: 120, spread: 0.4 }, life: { mean: 8, spread: 0.3 }, fadeIn: 0.06 },
      ...{ direction: UP, fan: 0.4, gravity: -0.05, drag: 1.2, turbulence: 70, fadeOut: 0.04 },
    },
  },
  hearts: {
    ...{ label: 'Hearts', from: 'middle', depth: 'cast', rate: 0, burst: 16 },
    style: {
      ...{ looks: ['heart'], size: { mean: 60, spread: 0.4 }, colors: ['#e8365d', '#ff8fa8'] },
      ...{ speed: { mean: 620, spread: 0.7 }, life: { mean: 2.4, spread: 0.3 }, fadeOut: 0.4 },
      ...{ direction: UP, fan: 1.2, gravity: -0.08, drag: 1.8, turbulence: 90, faces: 'up' },
      ...{ colored: 'each' },
    },
  },
  confetti: {
    ...{ label: 'Confetti', from: 'middle', depth: 'front', rate: 0, burst: 240 },
    style: {
      ...{ looks: ['confetti'], size: { mean: 24, spread: 0.4 }, colored: 'each' },
      colors: ['#f2b430', '#d8457a', '#3f9bd1', '#57b26a', '#8e63c7', '#f4f0e4'],
      ...{ speed: { mean: 1700, spread: 0.6 }, life: { mean: 7, spread: 0.3 }, fadeOut: 0.1 },
      ...{ direction: UP, fan: 0.8, gravity: 0.2, drag: 1.8, turbulence: 130, spin: 2.5 },
      ...{ meeting: 'stick' },
    },
  },
};

/** What a preset is called. */
export const presetLabel = (preset: ParticlePreset) => PRESETS[preset].label;

interface StageSize {
  readonly width: number;
  readonly height: number;
}

/** An emitter of a preset for a stage: as large and as fast against it on any. */
export function emitterOf(
  preset: ParticlePreset,
  { width, height }: StageSize,
  seed: number,
): Omit<Emitter, 'id' | 'order'> {
  const { label, from, depth, rate, burst, style } = PRESETS[preset];
  const scale = height / WRITTEN_FOR;
  const whole = { ...PLAIN, ...style };
  const scaled = ({ mean, spread }: ParticleStyle['size']) => {
    return { mean: Math.max(0.5, mean * scale), spread };
  };
  // As dense on a wide stage as on a narrow one.
  const wide = from === 'above' || from === 'ground' ? width / height / (16 / 9) : 1;
  return {
    ...{ name: label, source: sourceOf(from, { width, height }), depth: { kind: depth } },
    ...{ rate: rate * wide, burst, cue: null, seed, muted: false, drawing: null },
    style: {
      ...whole,
      // What falls far behind the cast does not meet it.
      hits: depth !== 'behind',
      size: scaled(whole.size),
      speed: scaled(whole.speed),
      turbulence: whole.turbulence * scale,
    },
  };
}

function sourceOf(from: From, { width, height }: StageSize): EmitterSource {
  const line = (left: number, right: number, y: number): EmitterSource => {
    return { kind: 'line', from: { x: left * width, y }, to: { x: right * width, y } };
  };
  if (from === 'above') return line(-0.4, 1.4, -0.08 * height);
  if (from === 'ground') return line(0.05, 0.95, 1.02 * height);
  if (from === 'middle') return { kind: 'point', at: { x: width / 2, y: 0.6 * height } };
  return {
    kind: 'line',
    from: { x: -0.02 * width, y: 0.85 * height },
    to: { x: 0.12 * width, y: height },
  };
}
