import { sceneTime, slowness, voiceTime, type Line, type VoicedLine } from '@cruvo/core/scene';
import { toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import type { VoiceStretch } from '../../api/voices';
import type { TimeRange } from '../playback/transport';

/** What a recording is for. */
export type RecordTarget =
  | { readonly kind: 'line'; readonly member: string; readonly start: Flicks }
  /** Another take of a line, or its first. */
  | { readonly kind: 'take'; readonly line: Line }
  /** A stretch of a line, seconds of the scene. */
  | { readonly kind: 'stretch'; readonly line: VoicedLine; readonly range: TimeRange };

/** When what is recorded begins in the scene, seconds. */
export function beginningOf(target: RecordTarget): number {
  if (target.kind === 'stretch') return target.range.start;
  return toSeconds(target.kind === 'line' ? target.start : target.line.start);
}

/** The part of a loop that lies in a line; null where they don't meet, or the line is not at the pace of its recording. */
export function stretchIn(line: Line, loop: TimeRange | null): TimeRange | null {
  if (!loop || slowness(line) !== 1) return null;
  const start = Math.max(loop.start, toSeconds(line.start));
  const end = Math.min(loop.end, toSeconds(line.start + line.length));
  return end - start > SHORTEST ? { start, end } : null;
}

/** A stretch shorter than this is not recorded anew, seconds. */
const SHORTEST = 0.1;

/** A stretch of another voice, that is to be heard at a time of the scene. */
interface OtherVoice {
  readonly working: string;
  /** Where in it the stretch begins, seconds. */
  readonly offset: number;
}

/** The voice of a line with a stretch of another one in it. @param range seconds of the scene */
export function withStretch(
  line: VoicedLine,
  { start, end }: TimeRange,
  { working, offset }: OtherVoice,
): VoiceStretch[] {
  const own = line.voice.working;
  const inVoice = (time: number) => toSeconds(voiceTime(line, toFlicks(time)));
  const [from, to] = [inVoice(start), inVoice(end)];
  const whole = toSeconds(line.duration);
  const pieces = [
    { working: own, start: 0, end: from },
    { working, start: offset, end: offset + to - from },
    { working: own, start: to, end: whole },
  ];
  return pieces.filter((piece) => piece.end - piece.start > SEAM);
}

/** Less than this is left away rather than put together, seconds. */
const SEAM = 0.02;

/** Where in a take of a line a time of the scene is heard, seconds. */
export function timeInTake(line: Line, takeOffset: Flicks, time: number): number {
  return toSeconds(takeOffset) + time - toSeconds(sceneTime(line, line.offset));
}
