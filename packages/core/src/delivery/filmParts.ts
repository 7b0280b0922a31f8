import { frameCount, framesPerSecond, type Flicks } from '../time';
import type { FilmFormatName } from './filmFormats';
import { stretchOf, type FilmSettings } from './filmSettings';

/** Frames of a film that are rendered by themselves. */
export interface FilmPart {
  readonly first: number;
  readonly count: number;
}

/** What can be rendered in parts that are joined without a seam. */
export const JOINABLE: readonly FilmFormatName[] = ['mp4', 'webm', 'av1', 'mov'];

/** About how long a part is, seconds: so much is lost at most when a worker is. */
const PART_SECONDS = 20;

/**
 * The parts in which a film is rendered.
 *
 * @param length of the scene
 * @returns empty where it is rendered in one go
 */
export function filmParts(
  settings: Pick<FilmSettings, 'format' | 'stretch' | 'frameRate'>,
  length: Flicks,
): readonly FilmPart[] {
  const { start, end } = stretchOf(settings, length);
  const frames = frameCount(end - start, settings.frameRate);
  const most = Math.round(PART_SECONDS * framesPerSecond(settings.frameRate));
  const count = Math.ceil(frames / most);
  if (count < 2 || !JOINABLE.includes(settings.format)) return [];
  return Array.from({ length: count }, (_, at) => {
    const first = Math.round((at * frames) / count);
    return { first, count: Math.round(((at + 1) * frames) / count) - first };
  });
}
