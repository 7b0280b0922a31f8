import { inOrder, inTable, withRecord } from '../records';
import { mapped, type Point } from '../geometry';
import { changesAt, gripsAt, moveOfStop, regionAt } from './bodyPose';
import {
  isUntouched,
  UNTOUCHED,
  type BodyControl,
  type ControlStop,
  type RegionChange,
  type StopPart,
} from './bodyControl';
import type { Character } from './character';
import { withParts } from './edits';
import { withPadsTidied } from './pad/padsTidied';
import { restMatrix } from './part';

/** A character with one more control, from -1 to 1, that does nothing yet. */
export function withNewControl(character: Character, id: string, name: string): Character {
  const control: Omit<BodyControl, 'order'> = {
    ...{
      id,
      name,
      min: -1,
      max: 1,
      rest: 0,
      easing: 'linear',
      stops: [],
      drives: [],
      withMouth: 0,
    },
  };
  const controls = inTable<BodyControl>([...inOrder(character.controls), control]);
  return { ...character, controls };
}

export function withoutControl(character: Character, id: string): Character {
  const controls = Object.fromEntries(
    Object.entries(character.controls)
      .filter(([key]) => key !== id)
      .map(([key, control]) => [
        key,
        { ...control, drives: control.drives.filter((drive) => drive.control !== id) },
      ]),
  );
  return withPadsTidied({ ...character, controls });
}

/** A character with a control changed; stops that lie outside its range after that are gone. */
export function withControl(
  character: Character,
  id: string,
  change: Partial<BodyControl>,
): Character {
  const controls = withRecord(character.controls, id, (control) => {
    const { min, max, rest, stops, ...others } = { ...control, ...change };
    return {
      ...{ ...others, min, max, rest: Math.max(min, Math.min(max, rest)) },
      stops: stops.filter(({ at }) => at >= min && at <= max),
    };
  });
  return { ...character, controls };
}

/** A character with one of its controls at another place among them. @param from @param to places in their order */
export function withControlMoved(character: Character, from: number, to: number): Character {
  const order = [...inOrder(character.controls)];
  order.splice(to, 0, ...order.splice(from, 1));
  return { ...character, controls: inTable<BodyControl>(order) };
}

/** The stop at a value; undefined where there is none. */
export function stopAt({ stops }: BodyControl, value: number): ControlStop | undefined {
  return stops.find(({ at }) => at === value);
}

/** A character with a stop at a value of a control, that looks as the control does there already. */
export function withStop(character: Character, id: string, at: number): Character {
  const control = character.controls[id];
  if (!control || stopAt(control, at)) return character;
  const parts = Object.fromEntries(
    [...changesAt(control, at)].filter(([, change]) => !isUntouched(change)),
  );
  const grips = Object.fromEntries(
    [...gripsAt(control, at)].filter(([, { x, y }]) => x !== 0 || y !== 0),
  );
  const keys = new Set(control.stops.flatMap((stop) => Object.keys(stop.regions)));
  const regions = Object.fromEntries(
    [...keys].flatMap((key) => {
      const change = regionAt(control, at, key);
      return change ? [[key, change] as const] : [];
    }),
  );
  return withStops(character, id, [...control.stops, { at, parts, grips, regions }]);
}

export function withoutStop(character: Character, id: string, at: number): Character {
  const { stops } = character.controls[id]!;
  return withStops(
    character,
    id,
    stops.filter((stop) => stop.at !== at),
  );
}

/** A character in which a stop looks as another one does; it is made where there is none. */
export function withStopCopied(
  character: Character,
  id: string,
  from: number,
  to: number,
): Character {
  const { stops } = character.controls[id]!;
  const copied = stops.find(({ at }) => at === from);
  if (!copied) return character;
  return withStops(character, id, [...stops.filter(({ at }) => at !== to), { ...copied, at: to }]);
}

/** A character in which a stop does something else to parts. */
export function withStopParts(
  character: Character,
  id: string,
  at: number,
  ids: readonly string[],
  change: (part: StopPart) => StopPart,
): Character {
  const { stops } = character.controls[id]!;
  const moved = stops.map((stop) => {
    if (stop.at !== at) return stop;
    const parts = { ...stop.parts };
    for (const part of ids) {
      const next = change(parts[part] ?? UNTOUCHED);
      if (isUntouched(next)) delete parts[part];
      else parts[part] = next;
    }
    return { ...stop, parts };
  });
  return withStops(character, id, moved);
}

/** A character in which a stop drags a grip elsewhere. @param grip the id of its control */
export function withStopGrip(
  character: Character,
  id: string,
  at: number,
  grip: string,
  offset: Point,
): Character {
  const { stops } = character.controls[id]!;
  const moved = stops.map((stop) => {
    if (stop.at !== at) return stop;
    const { [grip]: _before, ...others } = stop.grips;
    const still = offset.x === 0 && offset.y === 0;
    return { ...stop, grips: still ? others : { ...others, [grip]: offset } };
  });
  return withStops(character, id, moved);
}

/** A character in which a stop does something else to a soft region. @param key of the region, as stops name it */
export function withStopRegion(
  character: Character,
  id: string,
  at: number,
  key: string,
  change: RegionChange,
): Character {
  const { stops } = character.controls[id]!;
  const moved = stops.map((stop) =>
    stop.at === at ? { ...stop, regions: { ...stop.regions, [key]: change } } : stop,
  );
  return withStops(character, id, moved);
}

/** A character in which a part turns about another point; it looks as before at every stop. */
export function withPivot(character: Character, id: string, pivot: Point): Character {
  const part = character.parts[id]!;
  const moved = withParts(character, [id], { pivot });
  // A part that rests turned moves with its pivot, and its stops with it.
  const to = mapped(restMatrix(moved.parts[id]!), pivot);
  const change = (own: StopPart): StopPart => {
    const at = mapped(moveOfStop(part, own), to);
    return { ...own, x: at.x - to.x, y: at.y - to.y };
  };
  const controls = Object.fromEntries(
    Object.entries(moved.controls).map(([key, control]) => [
      key,
      {
        ...control,
        stops: control.stops.map((stop) =>
          stop.parts[id]
            ? { ...stop, parts: { ...stop.parts, [id]: change(stop.parts[id]) } }
            : stop,
        ),
      },
    ]),
  );
  return { ...moved, controls };
}

/** A character whose controls touch none of some parts any more. */
export function withControlsReleased(character: Character, gone: ReadonlySet<string>): Character {
  const kept = (parts: ControlStop['parts']) =>
    Object.fromEntries(
      Object.entries(parts)
        .filter(([part]) => !gone.has(part))
        .map(([part, change]) => {
          const lost = change.shows !== null && gone.has(change.shows);
          return [part, lost ? { ...change, shows: null } : change];
        }),
    );
  const controls = Object.fromEntries(
    Object.entries(character.controls).map(([id, control]) => [
      id,
      {
        ...control,
        stops: control.stops.map((stop) => ({ ...stop, parts: kept(stop.parts) })),
      },
    ]),
  );
  return { ...character, controls };
}

function withStops(character: Character, id: string, stops: readonly ControlStop[]): Character {
  const sorted = [...stops].sort((a, b) => a.at - b.at);
  return {
    ...character,
    controls: withRecord(character.controls, id, (control) => ({ ...control, stops: sorted })),
  };
}
