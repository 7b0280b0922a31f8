import { gripControlId, pointsOf } from './bend/bend';
import { withControl, withNewControl } from './bodyEdits';
import type { ControlStop, StopPart } from './bodyControl';
import type { Character } from './character';
import { partsOf } from './partList';
import { recognise } from './recognition/recognise';

const SIDES = [
  ['left', 'right'],
  ['Left', 'Right'],
] as const;

/** A name with left for right, and right for left; as it is where it names no side. */
export function otherSide(name: string): string {
  for (const [left, right] of SIDES) {
    if (name.includes(left)) return name.replace(left, right);
    if (name.includes(right)) return name.replace(right, left);
  }
  return name;
}

/**
 * A character with one more control, which does on the other side what one does: to the parts of the other side, turned and
 * moved the other way round. Parts that have no counterpart are moved the other way round themselves.
 */
export function withControlMirrored(character: Character, id: string, newId: string): Character {
  const control = character.controls[id]!;
  const counterpart = counterpartsOf(character);
  const mirrored = (parts: ControlStop['parts']) =>
    Object.fromEntries(
      Object.entries(parts).map(([part, change]) => [
        counterpart.get(part) ?? part,
        theOtherWay(change),
      ]),
    );
  const name = otherSide(control.name);
  const unlike = name === control.name ? `${name}, other side` : name;
  const { min, max, rest, easing, withMouth } = control;
  return withControl(withNewControl(character, newId, unlike), newId, {
    ...{ min, max, rest, easing, withMouth },
    stops: control.stops.map(({ at, parts, grips, regions }) => ({
      ...{ at, parts: mirrored(parts) },
      regions: Object.fromEntries(
        Object.entries(regions).map(([key, { x, turn, ...same }]) => [
          key,
          { ...same, x: -x, turn: -turn },
        ]),
      ),
      grips: Object.fromEntries(
        Object.entries(grips).map(([grip, { x, y }]) => [
          counterpartOfGrip(character, grip) ?? grip,
          { x: -x, y },
        ]),
      ),
    })),
  });
}

/** The control of the grip of the same name on the bend of the other side; undefined where there is none. */
function counterpartOfGrip({ bends }: Character, grip: string): string | undefined {
  const all = Object.values(bends).flatMap((bend) =>
    pointsOf(bend).map((point) => ({
      id: gripControlId(bend.id, point.id),
      name: `${bend.name} ${point.name}`,
    })),
  );
  const own = all.find(({ id }) => id === grip);
  return own && all.find(({ name }) => name !== own.name && name === otherSide(own.name))?.id;
}

function theOtherWay(change: StopPart): StopPart {
  return { ...change, x: -change.x, turn: -change.turn };
}

/** The part of the other side for each that has one: of the same kind, or of the same name but for its side. */
function counterpartsOf(character: Character): ReadonlyMap<string, string> {
  const parts = partsOf(character);
  const found = recognise(parts);
  return new Map(
    parts.flatMap(({ id, name }) => {
      const other = otherSide(name);
      const named = other === name ? undefined : parts.find((part) => part.name === other);
      if (named) return [[id, named.id] as const];
      const own = found.get(id);
      if (!own?.side) return [];
      const alike = parts.filter((part) => {
        const finding = found.get(part.id);
        return finding?.role === own.role && finding.side !== null && finding.side !== own.side;
      });
      return alike.length === 1 ? [[id, alike[0]!.id] as const] : [];
    }),
  );
}
