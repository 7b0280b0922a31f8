import type { Character } from '../character/character';
import type { Matrix } from '../geometry';
import { backdropPlace } from '../scene/backdrop';
import { STAGE } from '../scene/scene';
import type { Program } from './compile';

/** What a cast member or the backdrop is drawn of, and the map from its artwork onto the stage. */
export interface Drawn {
  readonly parts: Pick<Character, 'parts' | 'drawings'>;
  readonly place: Matrix;
}

/** @param owner id of a cast member, or STAGE; null for what is not there */
export function drawnOf(
  { memos, scene: { backdrop, stage } }: Pick<Program, 'memos' | 'scene'>,
  owner: string,
): Drawn | null {
  if (owner === STAGE)
    return backdrop && { parts: backdrop, place: backdropPlace(backdrop, stage) };
  const own = memos.get(owner)?.value;
  return own ? { parts: own.character, place: own.place } : null;
}
