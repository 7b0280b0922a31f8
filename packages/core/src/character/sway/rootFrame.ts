import type { ControlValues } from '../../controls';
import { mapped, type Matrix, type Point } from '../../geometry';
import { bodyControlsOf } from '../bodyControl';
import { movedBody, standingOf } from '../bodyMovement';
import type { Character } from '../character';
import { bodyControlId, controlsOf, FOLLOWERS } from '../controls';
import { carrierOf } from '../joint';
import { gripControlId, regionKey } from '../bend/bend';
import { bendsByPart } from '../bend/bendsByPart';
import { restPlaceOf } from '../standing';
import { linksOf, swayControlId, swaysOf } from './sway';

/** Where the root of something loose is, units of the artwork, and how far it is turned and sized. */
export interface RootFrame extends Point {
  readonly cosine: number;
  readonly sine: number;
}

/** Tells where a root is, by the controls in some slots. */
export interface RootPlace {
  readonly reads: readonly number[];
  readonly at: (values: ControlValues) => RootFrame;
}

/**
 * What tells where a point of a part is at some values of the controls. Only what moves that part is looked at.
 *
 * @param at the point as drawn
 */
export function rootFrameOf(character: Character, part: string, at: Point): RootPlace {
  const parts = carriersOf(character, part);
  const bends = bendsByPart(character);
  const grips = new Set(
    [...parts].flatMap((id) => {
      const bend = bends.get(id);
      return bend ? Object.keys(bend.points).map((point) => gripControlId(bend.id, point)) : [];
    }),
  );
  const regions = new Set(
    [...parts].flatMap((id) => {
      const bend = bends.get(id);
      return bend ? Object.keys(bend.regions).map((region) => regionKey(bend.id, region)) : [];
    }),
  );
  const controls = bodyControlsOf(character);
  const touching = controls.filter(({ stops }) =>
    stops.some(
      (stop) =>
        Object.keys(stop.parts).some((id) => parts.has(id)) ||
        Object.keys(stop.grips).some((id) => grips.has(id)) ||
        Object.keys(stop.regions).some((key) => regions.has(key)),
    ),
  );
  const swings = Object.values(character.sways).some((sway) => parts.has(sway.part));
  if (touching.length === 0 && grips.size === 0 && !swings) {
    const still = frameAt(restPlaceOf(character, part), at);
    return { reads: [], at: () => still };
  }
  const slots = slotsOfBody(character, parts);
  let last: { readonly read: readonly number[]; readonly frame: RootFrame } | null = null;
  const frameOf = (values: ControlValues) => {
    // From one step to the next most bodies stay as they are.
    if (last?.read.every((value, index) => value === values[slots[index]!])) return last.frame;
    const pose = movedBody(character, values, touching);
    const frame = frameAt(standingOf(character, values, pose, touching).placeOf(part), at);
    last = { read: slots.map((slot) => values[slot]!), frame };
    return frame;
  };
  return { reads: slots, at: frameOf };
}

/** The slots of all that may move some parts of a body: its controls, its grips, and what swings of these parts. */
function slotsOfBody(character: Character, parts: ReadonlySet<string>): readonly number[] {
  const set = controlsOf(character);
  const swinging = swaysOf(character).filter((sway) => parts.has(sway.part));
  const ids = [
    FOLLOWERS,
    ...Object.keys(character.controls).map(bodyControlId),
    ...Object.values(character.bends).flatMap((bend) =>
      Object.keys(bend.points).map((point) => gripControlId(bend.id, point)),
    ),
    ...swinging.flatMap((sway) =>
      Array.from({ length: linksOf(sway) }, (_, link) => swayControlId(sway.id, link)),
    ),
  ];
  return ids.flatMap((id) => {
    const slot = set.slots.get(id);
    if (slot === undefined) return [];
    return set.get(id)!.kind === 'point' ? [slot, slot + 1] : [slot];
  });
}

/** A part, and all that it goes along with. */
function carriersOf(character: Character, id: string): ReadonlySet<string> {
  const bends = bendsByPart(character);
  const found = new Set<string>();
  const waiting = [id];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const part = character.parts[next];
    if (!part || found.has(next)) continue;
    found.add(next);
    const carrier = carrierOf(character, part, bends)?.part;
    if (carrier !== undefined) waiting.push(carrier);
    else if (part.parent !== null) waiting.push(part.parent);
  }
  return found;
}

function frameAt(place: Matrix, at: Point): RootFrame {
  const [a, b] = place;
  const size = Math.sqrt(a * a + b * b) || 1;
  return { ...mapped(place, at), cosine: a / size, sine: b / size };
}
