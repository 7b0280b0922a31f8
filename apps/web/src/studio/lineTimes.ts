import type { Line } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';

/** When a line begins and ends in its scene, and how long it lasts; seconds. */
export function lineTimes({ start, voice }: Pick<Line, 'start' | 'voice'>) {
  const [begin, duration] = [toSeconds(start), toSeconds(voice.duration)];
  return { start: begin, end: begin + duration, duration };
}
