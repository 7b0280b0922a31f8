import {
  bodyControlId,
  controlsOf,
  movedBody,
  standingOf,
  withBends,
  type Standing,
} from '@cruvo/core/character';
import type { Pose } from '@cruvo/core/pose';
import type { CharacterState } from './characterStore';

/** How a body stands where its controls are set and its grips dragged as they are; its eyes and mouth rest. */
export function bodyNow({
  character,
  values,
  grips,
}: Pick<CharacterState, 'character' | 'values' | 'grips'>): { pose: Pose; standing: Standing } {
  const set = controlsOf(character);
  const now = set.rest.slice();
  for (const [id, value] of values) set.set(now, bodyControlId(id), value);
  for (const [id, offset] of grips) set.set(now, id, offset);
  set.confine(now);
  const moved = movedBody(character, now);
  return {
    pose: withBends(character, now, moved),
    standing: standingOf(character, now, moved),
  };
}
