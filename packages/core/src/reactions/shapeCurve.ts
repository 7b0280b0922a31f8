import { clamp } from '../numbers';
import { STEP_RATE } from '../simulation';
import { chanceAt } from './chance';
import type { CurvePoint, ShapingStep } from './shaping';

/** A value at each step of 1/120 s of a scene: of `count` steps from a step on, which may be before the first. */
export type StepCurve = (from: number, count: number) => Float64Array;

/** How many time constants it takes until nothing is seen any more of what was before. */
const SETTLED = 6;
/** Steps over which something that happens is looked back at, to where it began. */
const LONGEST_EVENT = 10 * STEP_RATE;
/** A movement looks so far ahead of what happens, seconds. */
const AHEAD = 0.1;
/** How far, in time constants, a critically damped movement has come to 90 % of its way. */
const NINE_TENTHS = 3.89;

/** A curve after its steps of shaping. Any stretch of it can be asked for, and is always the same. */
export function shapedCurve(curve: StepCurve, steps: readonly ShapingStep[]): StepCurve {
  return steps.reduce(stepped, curve);
}

function stepped(curve: StepCurve, step: ShapingStep): StepCurve {
  const { before, after } = reachOf(step);
  return (from, count) => {
    const input = curve(from - before, before + count + after);
    return apply(step, { input, before, count, from });
  };
}

/** What a step is applied to: output i stands for input before + i, which is that of step from + i of the scene. */
interface Stretch {
  readonly input: Float64Array;
  readonly before: number;
  readonly count: number;
  readonly from: number;
}

const inSteps = (seconds: number) => Math.round(seconds * STEP_RATE);

/** How many steps before and after a moment have a say in what comes out there. */
function reachOf(step: ShapingStep): { readonly before: number; readonly after: number } {
  const past = (seconds: number) => ({ before: inSteps(seconds), after: 0 });
  switch (step.kind) {
    case 'follow':
      return past(SETTLED * Math.max(step.attack, step.release));
    case 'smooth':
      return { before: inSteps(step.seconds / 2), after: inSteps(step.seconds / 2) };
    case 'delay': {
      const shift = inSteps(step.seconds);
      return { before: Math.max(0, shift), after: Math.max(0, -shift) };
    }
    case 'spring':
      return past(SETTLED / (2 * Math.PI * step.frequency * Math.min(1, step.damping)));
    case 'hold':
      return past(step.seconds);
    case 'chance':
      return { before: LONGEST_EVENT, after: 0 };
    case 'gesture':
      return {
        before: inSteps(step.rise + step.stay + 3 * step.settle),
        after: inSteps(AHEAD),
      };
    default:
      return { before: 0, after: 0 };
  }
}

function apply(step: ShapingStep, stretch: Stretch): Float64Array {
  switch (step.kind) {
    case 'gate':
      return each(stretch, (value) => (value < step.level ? 0 : value));
    case 'window':
      return each(stretch, (value) => (value - step.from) / (step.to - step.from));
    case 'gain':
      return each(stretch, (value) => value * step.factor);
    case 'offset':
      return each(stretch, (value) => value + step.amount);
    case 'invert':
      return each(stretch, (value) => 1 - value);
    case 'curve':
      return each(stretch, (value) => drawn(step.points, value));
    case 'limit':
      return each(stretch, (value) => limited(value, step));
    case 'steps':
      return each(stretch, (value) => Math.round(value * step.count) / step.count);
    case 'follow':
      return followed(stretch, step);
    case 'smooth':
      return smoothed(stretch);
    case 'delay':
      return delayed(stretch, inSteps(step.seconds));
    case 'spring':
      return sprung(stretch, step);
    case 'hold':
      return held(stretch);
    case 'chance':
      return byChance(stretch, step);
    case 'gesture':
      return gestured(stretch, step);
  }
}

function each({ input, before, count }: Stretch, change: (value: number) => number): Float64Array {
  const output = new Float64Array(count);
  for (let at = 0; at < count; at++) output[at] = change(input[before + at]!);
  return output;
}

/** What comes out of a drawn curve; what lies outside goes on flat. */
function drawn(points: readonly CurvePoint[], value: number): number {
  const next = points.findIndex((point) => point.in > value);
  if (next === 0) return points[0]!.out;
  if (next < 0) return points.at(-1)!.out;
  const [from, to] = [points[next - 1]!, points[next]!];
  return from.out + ((value - from.in) / (to.in - from.in)) * (to.out - from.out);
}

function limited(
  value: number,
  { least, most, soft }: { least: number; most: number; soft: boolean },
): number {
  if (!soft) return clamp(value, least, most);
  const half = (most - least) / 2;
  return half === 0 ? least : least + half + half * Math.tanh((value - least - half) / half);
}

/** Goes on from the first value of its input, over all of it, and gives what is wanted. */
function gone({ input, before, count }: Stretch, go: (value: number) => number): Float64Array {
  const output = new Float64Array(count);
  const end = before + count;
  for (let at = 0; at < end; at++) {
    const now = go(input[at]!);
    if (at >= before) output[at - before] = now;
  }
  return output;
}

/** A one-pole follower with two time constants. */
function followed(
  stretch: Stretch,
  { attack, release }: { attack: number; release: number },
): Float64Array {
  const share = (seconds: number) => (seconds > 0 ? 1 - Math.exp(-1 / (seconds * STEP_RATE)) : 1);
  const [up, down] = [share(attack), share(release)];
  let now = stretch.input[0] ?? 0;
  return gone(stretch, (value) => (now += (value > now ? up : down) * (value - now)));
}

/** Weighted by a Hann window around each moment. */
function smoothed({ input, before, count }: Stretch): Float64Array {
  const weights = Array.from(
    { length: 2 * before + 1 },
    (_, at) => 0.5 + 0.5 * Math.cos((Math.PI * (at - before)) / (before + 1)),
  );
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const output = new Float64Array(count);
  for (let at = 0; at < count; at++) {
    let value = 0;
    for (let part = 0; part < weights.length; part++) value += weights[part]! * input[at + part]!;
    output[at] = value / sum;
  }
  return output;
}

function delayed({ input, before, count }: Stretch, shift: number): Float64Array {
  return input.slice(before - shift, before - shift + count);
}

/** A damped spring that is drawn to its input; semi-implicit Euler, which stays finite at these frequencies. */
function sprung(
  stretch: Stretch,
  { frequency, damping }: { frequency: number; damping: number },
): Float64Array {
  const turn = (2 * Math.PI * frequency) / STEP_RATE;
  let now = stretch.input[0] ?? 0;
  let speed = 0;
  return gone(stretch, (value) => {
    speed += turn * turn * (value - now) - 2 * damping * turn * speed;
    return (now += speed);
  });
}

function held({ input, before, count }: Stretch): Float64Array {
  const output = new Float64Array(count);
  for (let at = 0; at < count; at++) {
    let highest = -Infinity;
    for (let back = 0; back <= before; back++) highest = Math.max(highest, input[at + back]!);
    output[at] = highest;
  }
  return output;
}

function byChance(
  { input, before, count, from }: Stretch,
  { share, seed }: { share: number; seed: number },
): Float64Array {
  const output = new Float64Array(count);
  let counts = true;
  for (let at = 0; at < before + count; at++) {
    if (input[at] !== 0 && at > 0 && input[at - 1] === 0) {
      counts = chanceAt(seed, from - before + at) < share;
    }
    if (at >= before) output[at - before] = counts ? input[at]! : 0;
  }
  return output;
}

/**
 * Movements towards what happens, critically damped: each goes the other way for a moment before, then there within its
 * rise, stays, and settles.
 */
function gestured(
  { input, before, count }: Stretch,
  { rise, stay, settle, anticipation }: Extract<ShapingStep, { kind: 'gesture' }>,
): Float64Array {
  const ahead = input.length - before - count;
  const output = new Float64Array(count);
  const lasting = inSteps(rise + stay);
  let [strength, until, now, speed] = [0, -1, 0, 0];
  for (let at = 0; at < before + count; at++) {
    if (at > 0 && input[at]! > 0 && input[at - 1]! <= 0) {
      strength = strongestFrom(input, at);
      until = at + lasting;
    }
    const within = at <= until;
    const coming = within ? 0 : anticipation * comingWithin(input, at, ahead);
    const target = within ? strength : -coming;
    const towards = Math.abs(target) > Math.abs(now) || coming > 0 ? rise : settle;
    const turn = NINE_TENTHS / (towards * STEP_RATE);
    // The exact step of a critically damped spring with a target that stands still.
    const [apart, decay] = [now - target, Math.exp(-turn)];
    const slope = speed + turn * apart;
    now = target + (apart + slope) * decay;
    speed = (speed - turn * slope) * decay;
    if (at >= before) output[at - before] = now;
  }
  return output;
}

/** The strongest of what begins at a step, until it ends or 0.1 s have gone by. */
function strongestFrom(input: Float64Array, at: number): number {
  let strongest = 0;
  const end = Math.min(input.length, at + inSteps(AHEAD));
  for (let next = at; next < end && input[next]! > 0; next++) {
    strongest = Math.max(strongest, input[next]!);
  }
  return strongest;
}

/** How strong what begins within some steps is; 0 where nothing does. */
function comingWithin(input: Float64Array, at: number, steps: number): number {
  for (let next = at + 1; next <= at + steps && next < input.length; next++) {
    if (input[next]! > 0 && input[next - 1]! <= 0) return strongestFrom(input, next);
  }
  return 0;
}
