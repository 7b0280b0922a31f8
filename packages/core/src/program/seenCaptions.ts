import { captionsAt, type SeenCaption } from '../captions';
import type { Flicks } from '../time';
import type { Program } from './compile';

/** What is written on the stage at a time, back to front. */
export function seenCaptions(
  { captions, scene }: Pick<Program, 'captions' | 'scene'>,
  time: Flicks,
): readonly SeenCaption[] {
  const lines = [...captions.values()].map(({ value }) => value);
  return captionsAt(lines, time, scene.captions.caption.place);
}
