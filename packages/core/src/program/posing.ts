import { poseOf, standingOf, type Character, type Standing } from '../character';
import { mixControls, type ControlSet, type ControlValues } from '../controls';
import { distance, inverse, mapped, type Point } from '../geometry';
import type { KeyTrack } from '../keys';
import { clamp } from '../numbers';
import type { Flicks } from '../time';
import type { MemberProgram, MovedProgram } from './memberProgram';
import { placeOfTarget, targetsOf, type TargetPlace } from './targets';

/** A control, as KeyTrack names it, and the value that it is to have. */
export interface PosedControl {
  readonly control: string;
  readonly value: number;
}

/** A point of a part that somebody drags, units of the artwork. */
export interface GrabbedPoint {
  readonly part: string;
  readonly point: Point;
}

/** A control that moves what is grabbed. */
interface Lever {
  readonly control: string;
  readonly place: TargetPlace;
  /** By how much for all of its way, units of the artwork. */
  readonly moves: Point;
  /** The share of all parts that it moves. */
  readonly share: number;
}

/** Share of its way by which a control is tried. */
const TRIED = 0.05;
/** What moves a point by less than this share of the artwork is no help. */
const HARDLY = 0.004;
/** A second control comes in where the first leaves more than this share of the way. */
const LEFT = 0.3;
/** How much less a control counts that moves the whole body than one that moves hardly more than what is grabbed. */
const WHOLE_BODY = 0.5;
const ROUNDS = 6;

/**
 * Takes hold of a point of a part. What is given back brings it to wherever it is dragged: it tells the values of the control
 * that moves it best that way, and of a second where that leaves much of the way; nothing where no control moves it. By damped
 * least squares (C. Wampler 1986), from the values that they have.
 *
 * @param values of all controls, as they are
 */
export function takeHold(
  { character, controls }: Pick<MemberProgram, 'character' | 'controls'>,
  values: ControlValues,
  grabbed: GrabbedPoint,
): (to: Point) => readonly PosedControl[] {
  const own = ownPoint(character, values, grabbed);
  const pointAt = (now: ControlValues) => standingAt(character, now).pointOf(grabbed.part, own);
  const start = pointAt(values);
  const levers = leversOf(character, controls, values, pointAt);
  return (to) => {
    const chosen = chosenLevers(levers, { x: to.x - start.x, y: to.y - start.y });
    const now = values.slice();
    for (let round = 0; round < ROUNDS && chosen.length > 0; round++) {
      const here = pointAt(now);
      const left = { x: to.x - here.x, y: to.y - here.y };
      const moves = chosen.map(({ place }) => movedBy(place, controls, now, pointAt));
      const shares = dampedShares(moves, left, 1e-4 * character.height ** 2);
      chosen.forEach(({ place: { slot, up, down } }, at) => {
        const rest = controls.rest[slot]!;
        now[slot] = clamp(now[slot]! + shares[at]! * up, rest - down, rest + up);
      });
      controls.confine(now);
    }
    return chosen.map(({ control, place }) => ({ control, value: now[place.slot]! }));
  };
}

/** The value that a key must have for its control to reach a value, whatever else moves it beneath. */
export function keyToReach(
  { controls, sources }: Pick<MovedProgram, 'controls' | 'sources'>,
  { id, control, mix }: KeyTrack,
  time: Flicks,
  value: number,
): number {
  const place = placeOfTarget(controls, control);
  if (!place || mix === 'replace') return value;
  const others = sources.filter(({ origin }) => origin?.kind !== 'keys' || origin.id !== id);
  const beneath = mixControls(controls, others, time)[place.slot]!;
  return value - beneath + controls.rest[place.slot]!;
}

function standingAt(character: Character, values: ControlValues): Standing {
  return standingOf(character, values, poseOf(character, values));
}

/** The point of a part as drawn that is at a point of the artwork; by fixed-point iteration where it bends. */
function ownPoint(
  character: Character,
  values: ControlValues,
  { part, point }: GrabbedPoint,
): Point {
  const standing = standingAt(character, values);
  const back = inverse(standing.placeOf(part));
  const target = mapped(back, point);
  let own = target;
  for (let round = 0; round < ROUNDS; round++) {
    const at = mapped(back, standing.pointOf(part, own));
    own = { x: own.x + target.x - at.x, y: own.y + target.y - at.y };
  }
  return own;
}

/** The controls that move what is grabbed; those of the mouth and of what sways are left alone. */
function leversOf(
  character: Character,
  controls: ControlSet,
  values: ControlValues,
  pointAt: (values: ControlValues) => Point,
): readonly Lever[] {
  const targets = targetsOf(controls).filter(
    (target) => !target.startsWith('mouth.') && !target.startsWith('sway.'),
  );
  const least = HARDLY * Math.hypot(character.width, character.height);
  const before = standingAt(character, values);
  return targets.flatMap((control): Lever[] => {
    const place = placeOfTarget(controls, control)!;
    const moves = movedBy(place, controls, values, pointAt);
    if (Math.hypot(moves.x, moves.y) < least) return [];
    const share = shareMoved(
      character,
      before,
      standingAt(character, tried(place, controls, values)),
    );
    return [{ control, place, moves, share }];
  });
}

function shareMoved({ parts }: Character, before: Standing, after: Standing): number {
  const all = Object.values(parts);
  const moved = all.filter(
    ({ id, pivot }) => distance(before.pointOf(id, pivot), after.pointOf(id, pivot)) > 1e-6,
  );
  return moved.length / all.length;
}

/** How far a control is tried: upwards, but for where it is at its upper limit. */
function stepOf({ slot, up, down }: TargetPlace, { rest }: ControlSet, values: ControlValues) {
  const step = TRIED * (up || down);
  return values[slot]! + step > rest[slot]! + up ? -step : step;
}

function tried(place: TargetPlace, controls: ControlSet, values: ControlValues): ControlValues {
  const moved = values.slice();
  moved[place.slot]! += stepOf(place, controls, values);
  return moved;
}

/** How a control moves a point for all of its way up, from where it is. */
function movedBy(
  place: TargetPlace,
  controls: ControlSet,
  values: ControlValues,
  pointAt: (values: ControlValues) => Point,
): Point {
  const [from, to] = [pointAt(values), pointAt(tried(place, controls, values))];
  const whole = place.up / stepOf(place, controls, values);
  return { x: whole * (to.x - from.x), y: whole * (to.y - from.y) };
}

/** The lever along which a way lies best, and another for what it leaves. */
function chosenLevers(levers: readonly Lever[], way: Point): readonly Lever[] {
  const far = Math.hypot(way.x, way.y);
  const along = ({ moves }: Lever, { x, y }: Point) =>
    Math.abs(moves.x * x + moves.y * y) / Math.hypot(moves.x, moves.y);
  const best = strongest(levers, (lever) => along(lever, way) * (1 - WHOLE_BODY * lever.share));
  if (!best || far === 0) return [];
  const unit = Math.hypot(best.moves.x, best.moves.y);
  const share = (best.moves.x * way.x + best.moves.y * way.y) / unit ** 2;
  const left = { x: way.x - share * best.moves.x, y: way.y - share * best.moves.y };
  if (Math.hypot(left.x, left.y) <= LEFT * far) return [best];
  const others = levers.filter((lever) => lever !== best);
  const second = strongest(others, (lever) => along(lever, left) * (1 - WHOLE_BODY * lever.share));
  return second && along(second, left) > LEFT * far ? [best, second] : [best];
}

function strongest<Item>(items: readonly Item[], of: (item: Item) => number): Item | undefined {
  return items.reduce<Item | undefined>(
    (best, item) => (best === undefined || of(item) > of(best) ? item : best),
    undefined,
  );
}

/** The shares of one or two moves that together come nearest to a way, kept small by a damping in square units. */
function dampedShares(moves: readonly Point[], way: Point, damping: number): readonly number[] {
  const dot = (one: Point, other: Point) => one.x * other.x + one.y * other.y;
  const [first, second] = [moves[0]!, moves[1]];
  const a = dot(first, first) + damping;
  const p = dot(first, way);
  if (!second) return [p / a];
  const [b, c, q] = [dot(first, second), dot(second, second) + damping, dot(second, way)];
  const determinant = a * c - b * b;
  return [(p * c - q * b) / determinant, (q * a - p * b) / determinant];
}
