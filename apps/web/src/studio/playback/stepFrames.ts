import { frameAt, frameStart, toFlicks, toSeconds, type FrameRateName } from '@cruvo/core/time';
import type { Transport } from './transport';

/** Goes to the start of the frame so many frames on (or back, when negative), and lets it be heard. */
export function stepFrames(transport: Transport, frameRate: FrameRateName, frames: number): void {
  const target = frameAt(toFlicks(transport.time()), frameRate) + frames;
  transport.scrub(toSeconds(frameStart(Math.max(0, target), frameRate)));
}
