import {
  stopAt,
  UNTOUCHED,
  withParts,
  withStopParts,
  type Character,
  type RestPose,
} from '@cruvo/core/character';
import type { CharacterState } from './characterStore';

/**
 * What changes when parts are moved: where they rest, or the stop of the control that is being shown; nothing where the
 * control stands between its stops.
 */
export type Placing =
  | { readonly kind: 'rest' }
  | { readonly kind: 'stop'; readonly control: string; readonly at: number }
  | { readonly kind: 'between' };

/** What moving parts changes just now. */
export function placingOf({
  character,
  posing,
  values,
}: Pick<CharacterState, 'character' | 'posing' | 'values'>): Placing {
  const control = posing === null ? undefined : character.controls[posing];
  if (!control) return { kind: 'rest' };
  const at = values.get(control.id) ?? control.rest;
  if (stopAt(control, at)) return { kind: 'stop', control: control.id, at };
  return at === control.rest ? { kind: 'rest' } : { kind: 'between' };
}

/** Where a part stands, beside where it was drawn, or where it rests. */
export function placeOf(character: Character, placing: Placing, id: string): RestPose {
  if (placing.kind !== 'stop') return character.parts[id]!.rest;
  const stop = stopAt(character.controls[placing.control]!, placing.at);
  const { x, y, turn, scale } = stop?.parts[id] ?? UNTOUCHED;
  return { x, y, turn, scale };
}

/** A character with parts placed elsewhere. */
export function withPlaced(
  character: Character,
  placing: Placing,
  ids: readonly string[],
  change: (place: RestPose) => RestPose,
): Character {
  switch (placing.kind) {
    case 'between':
      return character;
    case 'rest':
      return withParts(character, ids, ({ rest }) => ({ rest: change(rest) }));
    case 'stop':
      return withStopParts(character, placing.control, placing.at, ids, (part) => {
        const { x, y, turn, scale } = part;
        return { ...part, ...change({ x, y, turn, scale }) };
      });
  }
}
