import { chance, directionOf, eitherSide, hashOf, whirlAt } from './chance';
import type { Emitter, ParticleStyle } from './emitter';
import type { ParticleInputs, ParticleObstacles, Surroundings } from './surroundings';
import { OF, STATE, type Swarm } from './swarm';

/** Steps a second in which particles fly. */
export const PARTICLE_RATE = 60;
/** Steps over which the drops of a splash fly. */
export const SPLASH_STEPS = 20;
/** Stage units over which the air whirls, and how fast its whirls change, a second. */
const WHIRL = 140;
const WHIRL_CHANGES = 0.5;
/** What bounces more slowly than this stays down, stage units a second. */
const HARDLY = 24;
/** What of the speed along an edge is left when something bounces off it. */
const SLIDES = 0.8;

/** What each chance of a particle decides. */
export const PURPOSE = {
  ...{ across: 1, down: 2, speed: 3, way: 4, life: 5 },
  ...{ size: 6, look: 7, turn: 8, spin: 9, count: 10, color: 11, splash: 12 },
} as const;

const varies = (key: number, purpose: number, { mean, spread }: ParticleStyle['size']) =>
  mean * (1 + spread * eitherSide(key, purpose));

/** The size of a particle, stage units. */
export const sizeOf = (key: number, { size }: ParticleStyle) => varies(key, PURPOSE.size, size);

/** Adds the particles that come at a step, thrown into air that moves already. @param count how many */
export function addParticles(
  swarm: Swarm,
  { seed, style }: Pick<Emitter, 'seed' | 'style'>,
  { wind, place }: Pick<ParticleInputs, 'wind' | 'place'>,
  step: number,
  count: number,
): void {
  if (!place) return;
  const blown = wind * style.wind;
  for (let index = 0; index < count; index++) {
    const key = hashOf(seed, step, index);
    const { x, y } = place(chance(key, PURPOSE.across), chance(key, PURPOSE.down));
    const way = directionOf(style.direction + style.fan * eitherSide(key, PURPOSE.way));
    const speed = varies(key, PURPOSE.speed, style.speed);
    const life = Math.max(1, Math.round(PARTICLE_RATE * varies(key, PURPOSE.life, style.life)));
    const at = swarm.add();
    swarm.numbers.set(
      [x, y, blown + speed * way.x, speed * way.y, 0, life, key, STATE.flies, 0],
      at,
    );
  }
}

/** How many particles come at a step of those that come by themselves: as many as the rate on the average, by chance. */
export function countAt(
  { rate, seed }: Pick<Emitter, 'rate' | 'seed'>,
  step: number,
  amount: number,
) {
  const share = (rate * amount) / PARTICLE_RATE;
  return Math.floor(share + chance(hashOf(seed, step), PURPOSE.count));
}

/**
 * Moves all particles on by one step: semi-implicit Euler, the air holding back what is faster than it. Only sums,
 * products and roots, so that it is the same on every machine.
 */
export function fly(
  swarm: Swarm,
  { style, seed }: Pick<Emitter, 'style' | 'seed'>,
  around: Surroundings,
  { wind }: ParticleInputs,
  step: number,
): void {
  const { numbers, count } = swarm;
  const { drag, turbulence, meeting } = style;
  const seconds = 1 / PARTICLE_RATE;
  const blows = wind * style.wind;
  const falls = around.gravity * style.gravity * seconds;
  const pull = drag * seconds;
  const left = 1 / (1 + pull);
  const changes = (step * WHIRL_CHANGES) / PARTICLE_RATE;
  const obstacles = style.hits && meeting !== 'nothing' ? around.obstaclesAt(step) : null;
  for (let at = 0; at < count * OF.numbers; at += OF.numbers) {
    numbers[at + OF.age]!++;
    if (numbers[at + OF.state] !== STATE.flies) continue;
    const [x, y] = [numbers[at + OF.x]!, numbers[at + OF.y]!];
    let [airX, airY] = [blows, 0];
    if (turbulence > 0) {
      const whirl = whirlAt(seed, x / WHIRL + changes, y / WHIRL - changes);
      airX += turbulence * whirl.x;
      airY += turbulence * whirl.y;
    }
    numbers[at + OF.vx] = (numbers[at + OF.vx]! + pull * airX) * left;
    numbers[at + OF.vy] = (numbers[at + OF.vy]! + falls + pull * airY) * left;
    numbers[at + OF.x] = x + numbers[at + OF.vx]! * seconds;
    numbers[at + OF.y] = y + numbers[at + OF.vy]! * seconds;
    if (meeting === 'nothing') continue;
    meetEdges(numbers, at, style, around);
    if (obstacles && numbers[at + OF.state] === STATE.flies)
      meetBody(numbers, at, style, obstacles);
  }
}

function meetEdges(
  numbers: Float64Array,
  at: number,
  style: ParticleStyle,
  { width, height, edges }: Surroundings,
): void {
  const [x, y] = [numbers[at + OF.x]!, numbers[at + OF.y]!];
  const [vx, vy] = [numbers[at + OF.vx]!, numbers[at + OF.vy]!];
  if (edges.bottom && y > height && vy > 0) meet(numbers, at, style, 'y', height, -1);
  else if (edges.top && y < 0 && vy < 0) meet(numbers, at, style, 'y', 0, 1);
  if (edges.left && x < 0 && vx < 0) meet(numbers, at, style, 'x', 0, 1);
  else if (edges.right && x > width && vx > 0) meet(numbers, at, style, 'x', width, -1);
}

function meetBody(
  numbers: Float64Array,
  at: number,
  { meeting, bounce }: ParticleStyle,
  obstacles: ParticleObstacles,
): void {
  const [vx, vy] = [numbers[at + OF.vx]!, numbers[at + OF.vy]!];
  const met = obstacles.meets(numbers[at + OF.x]!, numbers[at + OF.y]!, vx, vy);
  if (!met) return;
  numbers[at + OF.x] = met.x;
  numbers[at + OF.y] = met.y;
  if (meeting === 'vanish') {
    numbers[at + OF.state] = STATE.gone;
  } else if (meeting === 'splash') {
    splash(numbers, at, met.awayX, met.awayY);
  } else {
    // What moves carries nothing along: what would stay where it fell slides down instead.
    const into = vx * met.awayX + vy * met.awayY;
    const back = meeting === 'bounce' && -into * bounce >= HARDLY ? 1 + bounce : 1;
    numbers[at + OF.vx] = vx - back * into * met.awayX;
    numbers[at + OF.vy] = vy - back * into * met.awayY;
  }
}

function splash(numbers: Float64Array, at: number, awayX: number, awayY: number): void {
  numbers[at + OF.vx] = awayX;
  numbers[at + OF.vy] = awayY;
  const age = numbers[at + OF.age]!;
  numbers[at + OF.state] = STATE.splashed;
  numbers[at + OF.met] = age;
  numbers[at + OF.life] = age + SPLASH_STEPS;
}

/** @param away to which side the stage lies: up or down, left or right */
function meet(
  numbers: Float64Array,
  at: number,
  { meeting, bounce }: ParticleStyle,
  axis: 'x' | 'y',
  edge: number,
  away: 1 | -1,
): void {
  const [across, along] = axis === 'x' ? [OF.vx, OF.vy] : [OF.vy, OF.vx];
  numbers[at + OF[axis]] = edge;
  if (meeting === 'bounce') {
    const back = bounce * Math.abs(numbers[at + across]!);
    numbers[at + across] = back < HARDLY ? 0 : away * back;
    numbers[at + along]! *= SLIDES;
    return;
  }
  if (meeting === 'vanish') {
    numbers[at + OF.state] = STATE.gone;
    return;
  }
  if (meeting === 'splash') {
    splash(numbers, at, axis === 'x' ? away : 0, axis === 'y' ? away : 0);
    return;
  }
  numbers[at + OF.vx] = 0;
  numbers[at + OF.vy] = 0;
  numbers[at + OF.state] = STATE.sticks;
}
