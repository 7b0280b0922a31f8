import { setByHand } from '../mouth/corrections';
import type { HeldDrawing } from '../mouth/mouths';
import { firstWhere } from '../numbers';
import { matchSounds } from '../speech/alignment/matchSounds';
import { inOtherTime } from '../speech/inOtherTime';
import type { Sound, VoiceTrack } from '../speech/voiceTrack';
import {
  frameAt,
  frameStart,
  nearestFrame,
  toFlicks,
  toSeconds,
  type Flicks,
  type FrameRateName,
} from '../time';
import { sceneTime, voiceTime, type Line } from './line';
import type { MoodChange } from './moods';
import { slowness } from './shapeLine';
import type { ShapedVoice } from './shaping';
import type { Voice } from './voice';

/** A mouth set by hand that has no place in another recording. */
export interface LostCorrection extends HeldDrawing {
  /** The word in which it was; null where that is not known. */
  readonly word: string | null;
}

/** A line with another recording, and the mouths set by hand that could not follow. */
export interface ReplacedVoice {
  readonly line: Line;
  readonly lost: readonly LostCorrection[];
}

/** Another voice of a line, heard; or none, where the words are said evenly. */
export interface NewVoiceOfLine {
  readonly voice: Voice | null;
  /** The voice shaped as the line is, and how long that is; absent or null where it sounds as it was recorded. */
  readonly shaped?: (ShapedVoice & { readonly duration: Flicks }) | null;
  /** What was heard in the recording. */
  readonly track: VoiceTrack;
  /** Id of the track. */
  readonly id: string;
}

/**
 * A line with another voice for the same or changed words. All that was set stays; mouths set by hand and changes of mood
 * go to the same sounds of the same words. All of the voice is heard, from where the line begins.
 *
 * @param before what was heard in the old voice, in its times (trackOfLine); null where nothing was, and then no mouth can follow
 */
export function withVoiceReplaced(
  line: Line,
  before: VoiceTrack | null,
  { voice, shaped = null, track: recorded, id }: NewVoiceOfLine,
  frameRate: FrameRateName,
): ReplacedVoice {
  const duration = shaped?.duration ?? voice?.duration ?? toFlicks(recorded.duration);
  const track = inOtherTime(recorded, slowness({ voice, duration }));
  const place = before ? placing(before.sounds, track.sounds) : null;
  const fade = (time: Flicks) => Math.min(time, Math.floor(duration / 2));
  const replaced: Line = {
    ...line,
    ...{ voice, duration, track: id, offset: 0, length: duration },
    shaped: shaped ? { working: shaped.working, peaks: shaped.peaks } : null,
    ...{ fadeIn: fade(line.fadeIn), fadeOut: fade(line.fadeOut) },
    ...{ corrections: [], reviewed: [], moods: movedMoods(line, place, duration) },
  };
  const lost: LostCorrection[] = [];
  let { corrections } = replaced;
  for (const piece of line.corrections) {
    const found = place?.(toSeconds(piece.start), toSeconds(piece.end)) ?? null;
    const framed = found && inFrames(replaced, found, frameRate);
    if (framed) corrections = setByHand(corrections, { ...framed, drawing: piece.drawing });
    else lost.push({ ...piece, word: before ? wordAt(before, piece) : null });
  }
  return { line: { ...replaced, corrections }, lost };
}

/** No sound is shorter, seconds. */
const MOMENT = 1e-6;

/** Changes of mood go with their words; without them, as far along the voice as they were. */
function movedMoods(line: Line, place: Placing | null, duration: Flicks): MoodChange[] {
  let last = 0;
  return line.moods.flatMap((change) => {
    const at = toSeconds(change.time);
    // The sound that begins there, not the one that ends.
    const found = place?.(at, at + MOMENT) ?? null;
    const time = found
      ? toFlicks(found.start)
      : Math.round((change.time / line.duration) * duration);
    if (time <= last || time >= duration) return [];
    last = time;
    return [{ ...change, time }];
  });
}

interface Span {
  readonly start: number;
  readonly end: number;
}

/** Where a stretch of one voice is in another, seconds; null where none of its sounds has a partner. */
type Placing = (start: number, end: number) => Span | null;

function placing(before: readonly Sound[], after: readonly Sound[]): Placing {
  const partners = matchSounds(before, after);
  return (start, end) => {
    const first = firstWhere(before, (sound) => sound.end > start);
    const last = firstWhere(before, (sound) => sound.end >= end);
    const matched: number[] = [];
    for (let at = first; at <= last && at < before.length; at++) {
      if (partners[at]! >= 0) matched.push(at);
    }
    const [from, to] = [matched[0], matched.at(-1)];
    if (from === undefined || to === undefined) return null;
    const [oldFrom, newFrom] = [before[from]!, after[partners[from]!]!];
    const [oldTo, newTo] = [before[to]!, after[partners[to]!]!];
    return {
      start: along(Math.max(start, oldFrom.start), oldFrom, newFrom),
      end: along(Math.min(end, oldTo.end), oldTo, newTo),
    };
  };
}

/** A time in a sound as far along its partner. */
function along(time: number, { start, end }: Span, partner: Span): number {
  const share = end > start ? (time - start) / (end - start) : 0;
  return partner.start + share * (partner.end - partner.start);
}

/** A stretch in whole frames of the scene, one at least; times of the voice. */
function inFrames(line: Line, { start, end }: Span, frameRate: FrameRateName) {
  const inScene = (seconds: number) => Math.max(0, sceneTime(line, toFlicks(seconds)));
  const nearest = (seconds: number) => nearestFrame(inScene(seconds), frameRate);
  // What is shorter than a frame has the one in which its middle lies, so that it stays in its word.
  const short = nearest(end) <= nearest(start);
  const from = short ? frameAt(inScene((start + end) / 2), frameRate) : nearest(start);
  const to = short ? from + 1 : nearest(end);
  const inVoice = (index: number) =>
    Math.min(line.duration, Math.max(0, voiceTime(line, frameStart(index, frameRate))));
  const stretch = { start: inVoice(from), end: inVoice(to) };
  return stretch.end > stretch.start ? stretch : null;
}

function wordAt({ sounds }: VoiceTrack, { start, end }: HeldDrawing): string | null {
  const middle = toSeconds((start + end) / 2);
  return sounds[firstWhere(sounds, (sound) => sound.end > middle)]?.word ?? null;
}
