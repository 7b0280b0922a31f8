import {
  between,
  mapped,
  multiply,
  scalingAbout,
  translation,
  turning,
  type Matrix,
  type Point,
} from '../geometry';
import { joinedPose, type PartPose, type Pose } from '../pose';
import {
  isUntouched,
  RESTING_REGION,
  UNTOUCHED,
  type BodyControl,
  type ColorAmount,
  type RegionChange,
  type ControlStop,
  type StopPart,
} from './bodyControl';
import { regionKey, type Bend } from './bend/bend';
import { restMatrix, type Part } from './part';

/** How a body is moved where its controls have some values. @param valueOf by the id of a control */
export function bodyPose(
  parts: Readonly<Record<string, Part>>,
  controls: readonly BodyControl[],
  valueOf: (id: string) => number,
): Pose {
  const pose = new Map<string, PartPose>();
  for (const control of controls) {
    for (const [id, change] of changesAt(control, valueOf(control.id))) {
      const part = parts[id];
      if (part && (!isUntouched(change) || change.fading))
        pose.set(id, joinedPose(pose.get(id), poseOfPart(part, change)));
    }
  }
  return pose;
}

/** How far controls drag grips, by the ids of the grips' controls. @param valueOf by the id of a control */
export function gripOffsets(
  controls: readonly BodyControl[],
  valueOf: (id: string) => number,
): ReadonlyMap<string, Point> {
  const offsets = new Map<string, Point>();
  for (const control of controls) {
    if (control.stops.every(({ grips }) => Object.keys(grips).length === 0)) continue;
    for (const [id, { x, y }] of gripsAt(control, valueOf(control.id))) {
      const known = offsets.get(id) ?? { x: 0, y: 0 };
      offsets.set(id, { x: known.x + x, y: known.y + y });
    }
  }
  return offsets;
}

/** How far a control drags grips at a value. */
export function gripsAt(control: BodyControl, value: number): ReadonlyMap<string, Point> {
  const { stops, before, after, share } = stopsBeside(control, value);
  const still = { x: 0, y: 0 };
  const touched = new Set(stops.flatMap(({ grips }) => Object.keys(grips)));
  return new Map(
    [...touched].map((id) => [
      id,
      between(before.grips[id] ?? still, after.grips[id] ?? still, share),
    ]),
  );
}

/** The stops on both sides of a value, and the share of the way from one to the other. */
function stopsBeside(control: BodyControl, value: number) {
  const stops = withRest(control);
  const next = stops.findIndex(({ at }) => at > value);
  const [before, after] =
    next < 0 ? [stops.at(-1)!, stops.at(-1)!] : [stops[Math.max(0, next - 1)]!, stops[next]!];
  const way = after.at - before.at;
  const along = way > 0 ? Math.max(0, (value - before.at) / way) : 0;
  if (control.easing === 'cut' && along >= 0.5) return { stops, before: after, after, share: 0 };
  return { stops, before, after, share: eased(control, along) };
}

/** What stops do to a part, mixed: also what it shows next, and how much of that is seen already. */
interface MixedPart extends StopPart {
  readonly fading?: { readonly part: string; readonly share: number };
}

/**
 * What a control does to parts at a value: that of a stop, or of the two beside it, mixed. Parts that neither touches
 * are left out.
 */
export function changesAt(control: BodyControl, value: number): ReadonlyMap<string, MixedPart> {
  const { before, after, share } = stopsBeside(control, value);
  if (share === 0) return new Map(Object.entries(before.parts));
  const touched = new Set([...Object.keys(before.parts), ...Object.keys(after.parts)]);
  return new Map(
    [...touched].map((id) => [
      id,
      mixed(before.parts[id] ?? UNTOUCHED, after.parts[id] ?? UNTOUCHED, share),
    ]),
  );
}

const stopsOf = new WeakMap<BodyControl, readonly ControlStop[]>();

/** The stops of a control with one at rest, at which nothing is touched unless somebody has shown otherwise. */
function withRest(control: BodyControl): readonly ControlStop[] {
  const known = stopsOf.get(control);
  if (known) return known;
  const { stops, rest } = control;
  const all = stops.some(({ at }) => at === rest)
    ? stops
    : [...stops, { at: rest, parts: {}, grips: {}, regions: {} }].sort((a, b) => a.at - b.at);
  stopsOf.set(control, all);
  return all;
}

function eased({ easing }: BodyControl, share: number): number {
  if (easing === 'held' || easing === 'cut') return 0;
  return easing === 'eased' ? share * share * (3 - 2 * share) : share;
}

/** What lies between two changes; whether a part is seen changes at the second. */
function mixed(before: StopPart, after: StopPart, share: number): MixedPart {
  const along = (from: number, to: number) => from + (to - from) * share;
  const change: MixedPart = {
    x: along(before.x, after.x),
    y: along(before.y, after.y),
    turn: along(before.turn, after.turn),
    scale: timesAlong(before.scale, after.scale, share),
    stretch: timesAlong(before.stretch, after.stretch, share),
    opacity: along(before.opacity, after.opacity),
    hidden: before.hidden,
    behind: (share < 0.5 ? before : after).behind,
    // It changes over together with what it shows.
    mirrored: before.mirrored,
    shows: before.shows,
    tint: mixedColor(before.tint, after.tint, share),
    brighten: along(before.brighten, after.brighten),
    glow: mixedColor(before.glow, after.glow, share),
  };
  if (after.shows === null || after.shows === before.shows) return change;
  return { ...change, fading: { part: after.shows, share } };
}

/** Between two sizes, by equal factors for equal steps. */
const timesAlong = (from: number, to: number, share: number) =>
  from === to ? from : from * (to / from) ** share;

function mixedColor(
  before: ColorAmount | null,
  after: ColorAmount | null,
  share: number,
): ColorAmount | null {
  if (!before || !after) {
    const one = before ?? after;
    return one && { color: one.color, amount: one.amount * (before ? 1 - share : share) };
  }
  const channel = (color: string, at: number) => parseInt(color.slice(1 + 2 * at, 3 + 2 * at), 16);
  const color = [0, 1, 2].map((at) => {
    const [from, to] = [channel(before.color, at), channel(after.color, at)];
    return Math.round(from + (to - from) * share)
      .toString(16)
      .padStart(2, '0');
  });
  return {
    color: `#${color.join('')}`,
    amount: before.amount + (after.amount - before.amount) * share,
  };
}

/** What controls do to the soft regions of a bend, by their ids. @param valueOf by the id of a control */
export function regionMoves(
  controls: readonly BodyControl[],
  valueOf: (id: string) => number,
  bend: Bend,
): ReadonlyMap<string, Matrix> {
  const moves = new Map<string, Matrix>();
  const regions = Object.values(bend.regions);
  for (const control of regions.length > 0 ? controls : []) {
    for (const { id, pivot } of regions) {
      const change = regionAt(control, valueOf(control.id), regionKey(bend.id, id));
      if (!change) continue;
      const move = moveAbout(pivot, change);
      const before = moves.get(id);
      moves.set(id, before ? multiply(move, before) : move);
    }
  }
  return moves;
}

/** What a control does to a soft region at a value; null where it rests. */
export function regionAt(control: BodyControl, value: number, key: string): RegionChange | null {
  if (control.stops.every(({ regions }) => regions[key] === undefined)) return null;
  const { before, after, share } = stopsBeside(control, value);
  const [from, to] = [before.regions[key] ?? RESTING_REGION, after.regions[key] ?? RESTING_REGION];
  const along = (field: 'x' | 'y' | 'turn') => from[field] + (to[field] - from[field]) * share;
  const times = (field: 'scale' | 'stretch') => timesAlong(from[field], to[field], share);
  const change: RegionChange = {
    ...{ x: along('x'), y: along('y'), turn: along('turn') },
    ...{ scale: times('scale'), stretch: times('stretch') },
  };
  return change.x === 0 &&
    change.y === 0 &&
    change.turn === 0 &&
    change.scale === 1 &&
    change.stretch === 1
    ? null
    : change;
}

/** How a stop moves a part from where it rests. */
export function moveOfStop(part: Part, change: StopPart): Matrix {
  const pivot = mapped(restMatrix(part), part.pivot);
  const moved = moveAbout(pivot, change);
  return change.mirrored ? multiply(moved, [-1, 0, 0, 1, 2 * pivot.x, 0]) : moved;
}

/** Widens, sizes and turns about a point, and moves on. */
function moveAbout(pivot: Point, { x, y, turn, scale, stretch }: RegionChange): Matrix {
  const wide: Matrix = [stretch, 0, 0, 1, pivot.x * (1 - stretch), 0];
  const sized = multiply(scalingAbout(scale, pivot), wide);
  return multiply(translation(x, y), multiply(turning(turn, pivot), sized));
}

function poseOfPart(part: Part, change: MixedPart): PartPose {
  const { opacity, hidden, behind, shows, fading, tint, brighten, glow } = change;
  return {
    move: moveOfStop(part, change),
    ...(opacity !== 1 && { opacity }),
    ...(hidden !== null && { hidden }),
    ...(behind && { behind }),
    ...(shows !== null && { shows }),
    ...(fading && { fading }),
    ...((tint !== null || glow !== null || brighten !== 0) && { light: { tint, brighten, glow } }),
  };
}
