import { mixedColor } from '../color';
import {
  grouped,
  MARK,
  moved,
  particlesItem,
  type FrameItem,
  type ParticleLook,
  type ParticleTone,
} from '../frame';
import { middleOf, multiply, translation, type Box } from '../geometry';
import { chance, directionOf, eitherSide } from './chance';
import type { Emitter, ParticleStyle } from './emitter';
import { PARTICLE_RATE, PURPOSE, sizeOf, SPLASH_STEPS } from './flight';
import { lookOf } from './looks';
import { OF, STATE, type Swarm } from './swarm';

/** Steps of colour and opacity over a life. */
const TONES = 8;
/** Drops of a splash, how large they are against what splashed, how fast they fly and how they fall, in sizes and seconds. */
const SPLASH = { drops: 3, size: 0.12, least: 1.6, speed: 90, falls: 520, aside: 0.9 } as const;
const DROP = lookOf('dot');
/** How far what stands nearly upright is turned at most, radians. */
const ROCKS = 0.35;

/**
 * The particles of a swarm as an item; nothing where none is seen.
 *
 * @param since seconds since the step of the swarm
 */
export function paintedSwarm(
  { id, style }: Pick<Emitter, 'id' | 'style'>,
  swarm: Swarm,
  since: number,
): FrameItem[] {
  if (swarm.count === 0) return [];
  const marks = new Marks(swarm.count);
  const { numbers } = swarm;
  const { tones, toneOf } = tonesOf(style);
  for (let at = 0; at < swarm.count * OF.numbers; at += OF.numbers) {
    if (numbers[at + OF.state] === STATE.splashed) {
      addSplash(marks, numbers, at, style, { since, toneOf });
    } else addParticle(marks, numbers, at, style, { since, toneOf });
  }
  const looks: ParticleLook[] = [...style.looks.map(lookOf), DROP];
  return [particlesItem(`emitter/${id}`, looks, tones, marks.all)];
}

/** What each particle of an emitter is a picture of. */
export interface ParticlePicture {
  /** In units of its artwork. */
  readonly items: readonly FrameItem[];
  readonly box: Box;
}

/**
 * The particles of a swarm as pictures of a part; what splashed is gone.
 *
 * @param since seconds since the step of the swarm
 */
export function paintedPictures(
  { id, style }: Pick<Emitter, 'id' | 'style'>,
  swarm: Swarm,
  since: number,
  { items, box }: ParticlePicture,
): FrameItem[] {
  const { numbers } = swarm;
  const middle = middleOf(box);
  const unit = 1 / Math.max(1, box.width, box.height);
  const painted: FrameItem[] = [];
  for (let at = 0; at < swarm.count * OF.numbers; at += OF.numbers) {
    if (numbers[at + OF.state] === STATE.splashed) continue;
    const key = numbers[at + OF.key]!;
    const { x, y, share, a, b } = particleNow(numbers, at, style, since);
    const place = multiply(
      [a * unit, b * unit, -b * unit, a * unit, x, y],
      translation(-middle.x, -middle.y),
    );
    const own = items.map((item) => named(moved(item, place), `emitter/${id}/${key}/${item.id}`));
    painted.push(
      ...grouped(`emitter/${id}/${key}`, own, { opacity: style.opacity * shown(style, share) }),
    );
  }
  return painted;
}

const named = (item: FrameItem, id: string): FrameItem => ({ ...item, id });

/** How much of a particle is seen at a share of its life. */
function shown({ fadeIn, fadeOut }: ParticleStyle, share: number): number {
  const comes = fadeIn > 0 ? Math.min(1, share / fadeIn) : 1;
  const goes = fadeOut > 0 ? Math.min(1, (1 - share) / fadeOut) : 1;
  return Math.min(comes, goes);
}

/** Where a particle is, the share of its life that is over, and the end of its unit along x. */
function particleNow(numbers: Float64Array, at: number, style: ParticleStyle, since: number) {
  const key = numbers[at + OF.key]!;
  const flies = numbers[at + OF.state] === STATE.flies;
  const [vx, vy] = [numbers[at + OF.vx]!, numbers[at + OF.vy]!];
  const ahead = flies ? since : 0;
  const age = numbers[at + OF.age]! + since * PARTICLE_RATE;
  const size = sizeOf(key, style);
  const way = wayOf(style, key, vx, vy, (flies ? age : 0) / PARTICLE_RATE);
  return {
    x: numbers[at + OF.x]! + vx * ahead,
    y: numbers[at + OF.y]! + vy * ahead,
    share: Math.min(1, age / numbers[at + OF.life]!),
    ...{ a: size * way.x, b: size * way.y },
  };
}

/** Seconds since the step of the swarm, and which tone a particle has at a share of its life. */
interface PaintedNow {
  readonly since: number;
  readonly toneOf: (key: number, share: number) => number;
}

/** Numbers of marks, as many as needed. */
class Marks {
  private numbers: Float32Array;
  private used = 0;

  constructor(count: number) {
    this.numbers = new Float32Array(count * MARK.numbers);
  }

  add(...mark: readonly [look: number, tone: number, x: number, y: number, a: number, b: number]) {
    if (this.used === this.numbers.length) {
      const wider = new Float32Array(2 * this.numbers.length);
      wider.set(this.numbers);
      this.numbers = wider;
    }
    this.numbers.set(mark, this.used);
    this.used += MARK.numbers;
  }

  get all(): Float32Array {
    return this.numbers.slice(0, this.used);
  }
}

function addParticle(
  marks: Marks,
  numbers: Float64Array,
  at: number,
  style: ParticleStyle,
  { since, toneOf }: PaintedNow,
): void {
  const key = numbers[at + OF.key]!;
  const { x, y, share, a, b } = particleNow(numbers, at, style, since);
  const look = Math.floor(chance(key, PURPOSE.look) * style.looks.length);
  marks.add(look, toneOf(key, share), x, y, a, b);
}

/** Which way a particle is turned. @param seconds how long it has been turning */
function wayOf(style: ParticleStyle, key: number, vx: number, vy: number, seconds: number) {
  if (style.faces === 'up') return directionOf(ROCKS * eitherSide(key, PURPOSE.turn));
  if (style.faces === 'any') {
    const turned = chance(key, PURPOSE.turn) + style.spin * eitherSide(key, PURPOSE.spin) * seconds;
    return directionOf(2 * Math.PI * turned);
  }
  const speed = Math.sqrt(vx * vx + vy * vy);
  return speed === 0 ? { x: 1, y: 0 } : { x: vx / speed, y: vy / speed };
}

/** A few drops that fly away from where a particle was. */
function addSplash(
  marks: Marks,
  numbers: Float64Array,
  at: number,
  style: ParticleStyle,
  { since, toneOf }: PaintedNow,
): void {
  const key = numbers[at + OF.key]!;
  const [awayX, awayY] = [numbers[at + OF.vx]!, numbers[at + OF.vy]!];
  const steps = numbers[at + OF.age]! - numbers[at + OF.met]! + since * PARTICLE_RATE;
  const seconds = Math.max(0, steps) / PARTICLE_RATE;
  const left = Math.max(0, 1 - steps / SPLASH_STEPS);
  const tone = toneOf(key, 0.5);
  const size = Math.max(SPLASH.least, SPLASH.size * sizeOf(key, style)) * left;
  for (let drop = 0; drop < SPLASH.drops; drop++) {
    const aside = SPLASH.aside * eitherSide(key, PURPOSE.splash + 2 * drop);
    const speed = SPLASH.speed * (0.5 + chance(key, PURPOSE.splash + 2 * drop + 1));
    const x = numbers[at + OF.x]! + speed * (awayX - aside * awayY) * seconds;
    const y = numbers[at + OF.y]! + speed * (awayY + aside * awayX) * seconds;
    marks.add(style.looks.length, tone, x, y + (SPLASH.falls / 2) * seconds * seconds, size, 0);
  }
}

/** The colours and opacities of a life, each of them once, and which of them a particle has at a share of its life. */
function tonesOf(style: ParticleStyle) {
  const { colors, colored, opacity } = style;
  const tones: ParticleTone[] = [];
  const rows = (colored === 'each' ? colors : [null]).map((own) =>
    Array.from({ length: TONES }, (_, at) => {
      const share = (at + 0.5) / TONES;
      const color = own ?? colorAlong(colors, share);
      const tone = { color, opacity: opacity * shown(style, share) };
      const known = tones.findIndex((one) => one.color === color && one.opacity === tone.opacity);
      return known < 0 ? tones.push(tone) - 1 : known;
    }),
  );
  const toneOf = (key: number, share: number) =>
    rows[Math.floor(chance(key, PURPOSE.color) * rows.length)]![
      Math.min(TONES - 1, Math.floor(share * TONES))
    ]!;
  return { tones, toneOf };
}

/** A colour on the way through several. @param share 0 to 1 */
function colorAlong(colors: readonly string[], share: number): string {
  const at = share * (colors.length - 1);
  const before = Math.min(colors.length - 1, Math.floor(at));
  const after = Math.min(colors.length - 1, before + 1);
  return mixedColor(colors[before]!, colors[after]!, at - before);
}
