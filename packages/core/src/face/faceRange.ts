import { everyChannel, FACE_CHANNELS, type FaceChannel, type FaceValues } from './channels';
import type { FaceRange } from './faceSettings';

/** Of all readings so many are taken for slips, at either end. */
const SLIPS = 0.03;

/** Learns how far a face goes, from what it does for a while. */
export class RangeLearner {
  private readonly seen = new Map<FaceChannel, number[]>(
    FACE_CHANNELS.map((channel) => [channel, []]),
  );

  /** @param rest what counts as rest */
  constructor(private readonly rest: FaceValues | null) {}

  push(values: FaceValues): void {
    for (const channel of FACE_CHANNELS) {
      this.seen.get(channel)!.push(values[channel] - (this.rest?.[channel] ?? 0));
    }
  }

  /** Null where no face was seen. */
  finish(): FaceRange | null {
    if (this.seen.get('turn')!.length === 0) return null;
    const sorted = new Map(
      [...this.seen].map(([channel, values]) => [channel, values.toSorted((a, b) => a - b)]),
    );
    const at = (share: number) =>
      everyChannel((channel) => {
        const values = sorted.get(channel)!;
        return values[Math.round(share * (values.length - 1))]!;
      });
    return { least: at(SLIPS), most: at(1 - SLIPS) };
  }
}
