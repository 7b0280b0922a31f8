import { clamp } from '../numbers';
import {
  everyChannel,
  FACE_AT_REST,
  FACE_CHANNELS,
  goesBothWays,
  mirroredFace,
  type FaceChannel,
  type FaceReading,
  type FaceValues,
} from './channels';
import type { FaceSettings } from './faceSettings';
import { OneEuroFilter } from './oneEuro';

/** Hz: how closely is followed at a smoothing of 0 and of 1 while nothing moves. */
const [LOOSEST, TIGHTEST] = [12, 0.4];
/** How long a face may be away before it eases to rest, and over how long it does; how fast it comes back. Seconds. */
const AWAY = 0.15;
const EASES = 0.6;
const COMES_BACK = 0.12;

/** Takes over a face, reading by reading: from its rest, over its range, smoothed, as strongly as is wanted. */
export class FaceFeed {
  private readonly filters = new Map<FaceChannel, OneEuroFilter>(
    FACE_CHANNELS.map((channel) => [channel, new OneEuroFilter()]),
  );
  /** What was given last, and when. */
  private given: FaceValues = FACE_AT_REST;
  private time: number | null = null;
  /** When the face was seen last, and what was given then; null before it was ever seen. */
  private seen: { readonly time: number; readonly values: FaceValues } | null = null;
  private away = true;
  /** How far what is given still lies from what is read: a face that comes back does so without a jump. */
  private behind: FaceValues = FACE_AT_REST;

  constructor(public settings: FaceSettings) {}

  /** Takes the next reading, and gives what it does to the character. */
  push({ time, values }: FaceReading): FaceValues {
    const passed = this.time === null ? 0 : Math.max(0, time - this.time);
    this.time = time;
    this.given = values ? this.follow(values, time, passed) : this.easeToRest(time);
    return this.given;
  }

  private follow(values: FaceValues, time: number, passed: number): FaceValues {
    if (this.away) {
      // Filters know nothing of what happened meanwhile.
      for (const filter of this.filters.values()) filter.reset();
    }
    const read = this.taken(values, time);
    const left = this.away ? 1 : Math.exp(-passed / COMES_BACK);
    const { given, behind } = this;
    this.behind = this.away
      ? everyChannel((channel) => given[channel] - read[channel])
      : everyChannel((channel) => left * behind[channel]);
    this.away = false;
    const now = everyChannel((channel) => read[channel] + this.behind[channel]);
    this.seen = { time, values: now };
    return now;
  }

  /** A face that is away for a moment stays as it was, and then goes to rest. */
  private easeToRest(time: number): FaceValues {
    const { seen } = this;
    if (!seen) return FACE_AT_REST;
    const gone = time - seen.time;
    if (gone < AWAY) return this.given;
    this.away = true;
    const share = clamp(1 - (gone - AWAY) / EASES, 0, 1);
    const left = share * share * (3 - 2 * share);
    return everyChannel((channel) => left * seen.values[channel]);
  }

  private taken(values: FaceValues, time: number): FaceValues {
    const { rest, range, mirrored, channels } = this.settings;
    const fromRest = everyChannel((channel) => {
      const away = values[channel] - (rest?.[channel] ?? 0);
      return range ? overRange(away, range.least[channel], range.most[channel]) : away;
    });
    const seen = mirrored ? fromRest : mirroredFace(fromRest);
    return everyChannel((channel) => {
      const { strength, smoothing, limit } = channels[channel];
      const cutoff = smoothing === 0 ? Infinity : LOOSEST * (TIGHTEST / LOOSEST) ** smoothing;
      const smooth = this.filters.get(channel)!.next(seen[channel], time, cutoff);
      return clamp(strength * smooth, goesBothWays(channel) || strength < 0 ? -limit : 0, limit);
    });
  }
}

/** A value as a share of how far it went, either way; where it hardly went, as it is. */
function overRange(value: number, least: number, most: number): number {
  const way = value > 0 ? most : -least;
  return way > LEAST_WAY ? value / way : value;
}

/** A channel that went less far than this did not move: it only trembled. */
export const LEAST_WAY = 0.08;
