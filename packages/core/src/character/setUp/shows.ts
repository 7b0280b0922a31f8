import { mapped, turning, type Point } from '../../geometry';
import type { StopPart } from '../bodyControl';
import { withControl, withNewControl, withStop, withStopParts } from '../bodyEdits';
import type { BodyControl } from '../bodyControl';
import type { Character } from '../character';
import { freeId } from '../freeName';
import { hangsOn } from '../joint';
import { restMatrix } from '../part';

/** What a stop does to each of some parts, given the character. */
export type Show = (character: Character) => ReadonlyMap<string, Partial<StopPart>>;

/** Parts turned about one point, as if they were one. @param angle clockwise, radians */
export function turnedTogether(parts: readonly string[], about: Point, angle: number): Show {
  const turned = turning(angle, about);
  return (character) =>
    new Map(
      movedThemselves(character, parts).map((id) => {
        const part = character.parts[id]!;
        const pivot = mapped(restMatrix(part), part.pivot);
        const to = mapped(turned, pivot);
        return [id, { x: to.x - pivot.x, y: to.y - pivot.y, turn: angle }];
      }),
    );
}

/** A character with one more control, made of what is shown at its stops. */
export function withShown(
  character: Character,
  name: string,
  stops: readonly (readonly [at: number, show: Show])[],
  how: Partial<BodyControl> = {},
): Character {
  const id = freeId(name, new Set(Object.keys(character.controls)));
  const begun = withControl(withNewControl(character, id, name), id, how);
  return stops.reduce(
    (now, [at, show]) =>
      [...show(now)].reduce(
        (shown, [part, change]) =>
          withStopParts(shown, id, at, [part], (own) => ({ ...own, ...change })),
        withStop(now, id, at),
      ),
    begun,
  );
}

/** Those of some parts that none of the others carries along. */
export function movedThemselves(character: Character, parts: readonly string[]): string[] {
  const all = new Set(parts);
  return parts.filter((id) => !hangsOn(character, id, all));
}
