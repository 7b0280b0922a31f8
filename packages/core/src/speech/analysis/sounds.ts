import { FRAME_RATE } from '../../audio/melBands';
import { withRoom } from '../../numbers';
import { PHONE_COUNT, phoneName, SILENT_PHONE, visemeOf } from '../model/phones';
import type { Calibration } from '../model/soundModel';
import type { SpokenPhone } from '../spokenPhone';
import { SILENCE } from '../visemes';
import type { Sound } from '../voiceTrack';

/** Classes of viseme, and h at the end, which has the mouth of what follows. */
const CLASSES = 16;
const BREATH_CLASS = 15;
const CLASS_OF_PHONE = Uint8Array.from({ length: PHONE_COUNT }, (_, phone) =>
  phone !== SILENT_PHONE && visemeOf(phone, undefined) === SILENCE
    ? BREATH_CLASS
    : visemeOf(phone, undefined),
);

/** What one in a kept share stands for. */
const SHARE_STEP = 1 / 255;

/**
 * How likely each viseme is in each frame, in a byte: what is kept of the network's answers to tell how sure a
 * sound is.
 */
export class VisemeShares {
  private shares: Uint8Array = new Uint8Array(4096 * CLASSES);
  private frames = 0;

  push(logProbabilities: Float32Array): void {
    const count = logProbabilities.length / PHONE_COUNT;
    const needed = (this.frames + count) * CLASSES;
    this.shares = withRoom(this.shares, this.frames * CLASSES, needed);
    const shares = new Float64Array(CLASSES);
    for (let frame = 0; frame < count; frame++) {
      shares.fill(0);
      for (let phone = 0; phone < PHONE_COUNT; phone++) {
        const share = Math.exp(logProbabilities[frame * PHONE_COUNT + phone]!);
        shares[CLASS_OF_PHONE[phone]!]! += share / SHARE_STEP;
      }
      const to = (this.frames + frame) * CLASSES;
      shares.forEach((share, at) => (this.shares[to + at] = Math.min(255, Math.round(share))));
    }
    this.frames += count;
  }

  /** The mean share of a phone's viseme over its frames, 0 to 1. */
  meanOf({ phone, start, end }: SpokenPhone, viseme: number): number {
    const breath = CLASS_OF_PHONE[phone] === BREATH_CLASS;
    let sum = 0;
    for (let frame = start; frame < end; frame++) {
      sum += this.shares[frame * CLASSES + viseme]!;
      if (breath) sum += this.shares[frame * CLASSES + BREATH_CLASS]!;
    }
    return Math.min(1, (sum * SHARE_STEP) / Math.max(1, end - start));
  }
}

/**
 * Phones as the sounds of a track: touching, in order, from 0 to the recording's end.
 *
 * @param duration of the recording in seconds
 */
export function soundsOf(
  phones: readonly SpokenPhone[],
  shares: VisemeShares,
  calibration: Calibration,
  duration: number,
): Sound[] {
  const sounds: Sound[] = [];
  phones.forEach((spoken, index) => {
    const start = sounds.at(-1)?.end ?? 0;
    const end = Math.min(duration, spoken.end / FRAME_RATE);
    if (end <= start) return;
    const viseme = visemeOf(spoken.phone, phones[index + 1]?.phone);
    sounds.push({
      start,
      end,
      viseme,
      phone: spoken.phone === SILENT_PHONE ? null : phoneName(spoken.phone),
      word: spoken.word,
      confidence: calibrated(shares.meanOf(spoken, viseme), calibration),
    });
  });
  const last = sounds.pop();
  return last
    ? [...sounds, { ...last, end: duration }]
    : [{ start: 0, end: duration, viseme: SILENCE, phone: null, word: null, confidence: 1 }];
}

/** What a mean share is worth: on a line through the knots. */
export function calibrated(share: number, { stated, right }: Calibration): number {
  const above = stated.findIndex((knot) => knot >= share);
  if (above < 0) return right.at(-1)!;
  if (above === 0) return right[0]!;
  const [low, high] = [stated[above - 1]!, stated[above]!];
  const fraction = (share - low) / (high - low || 1);
  return right[above - 1]! + fraction * (right[above]! - right[above - 1]!);
}
