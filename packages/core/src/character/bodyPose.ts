import { mapped, multiply, scalingAbout, translation, turning, type Matrix } from '../geometry';
import { joinedPose, type PartPose, type Pose } from '../pose';
import {
  isUntouched,
  UNTOUCHED,
  type BodyControl,
  type ControlStop,
  type StopPart,
} from './bodyControl';
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
      if (part && !isUntouched(change))
        pose.set(id, joinedPose(pose.get(id), poseOfPart(part, change)));
    }
  }
  return pose;
}

/** What a control does to parts at a value: that of a stop, or of the two beside it, mixed. */
export function changesAt(control: BodyControl, value: number): ReadonlyMap<string, StopPart> {
  const stops = withRest(control);
  const next = stops.findIndex(({ at }) => at > value);
  const [before, after] =
    next < 0 ? [stops.at(-1)!, stops.at(-1)!] : [stops[Math.max(0, next - 1)]!, stops[next]!];
  const way = after.at - before.at;
  const share = way > 0 ? eased(control, Math.max(0, (value - before.at) / way)) : 0;
  const touched = new Set(stops.flatMap((stop) => Object.keys(stop.parts)));
  return new Map(
    [...touched].map((id) => [
      id,
      mixed(before.parts[id] ?? UNTOUCHED, after.parts[id] ?? UNTOUCHED, share),
    ]),
  );
}

/** The stops of a control with one at rest, at which nothing is touched unless somebody has shown otherwise. */
function withRest({ stops, rest }: BodyControl): readonly ControlStop[] {
  if (stops.some(({ at }) => at === rest)) return stops;
  return [...stops, { at: rest, parts: {} }].sort((a, b) => a.at - b.at);
}

function eased({ easing }: BodyControl, share: number): number {
  if (easing === 'held') return 0;
  return easing === 'eased' ? share * share * (3 - 2 * share) : share;
}

/** What lies between two changes; whether a part is seen changes at the second. */
function mixed(before: StopPart, after: StopPart, share: number): StopPart {
  const between = (from: number, to: number) => from + (to - from) * share;
  return {
    x: between(before.x, after.x),
    y: between(before.y, after.y),
    turn: between(before.turn, after.turn),
    scale: before.scale * (after.scale / before.scale) ** share,
    opacity: between(before.opacity, after.opacity),
    hidden: before.hidden,
  };
}

/** How a stop moves a part from where it rests. */
export function moveOfStop(part: Part, { x, y, turn, scale }: StopPart): Matrix {
  const pivot = mapped(restMatrix(part), part.pivot);
  const turned = multiply(turning(turn, pivot), scalingAbout(scale, pivot));
  return multiply(translation(x, y), turned);
}

function poseOfPart(part: Part, change: StopPart): PartPose {
  const { opacity, hidden } = change;
  return {
    move: moveOfStop(part, change),
    ...(opacity !== 1 && { opacity }),
    ...(hidden !== null && { hidden }),
  };
}
