import { frameAt, framesPerSecond, type FrameRateName } from '@cruvo/core/scene';
import type { Transport } from './transport';

/** Goes to the start of the frame so many frames on (or back, when negative), and lets it be heard. */
export function stepFrames(transport: Transport, frameRate: FrameRateName, frames: number): void {
  const target = frameAt(transport.time(), frameRate) + frames;
  transport.scrub(Math.max(0, target) / framesPerSecond(frameRate));
}
