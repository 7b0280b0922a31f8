import { concatenated } from '../../numbers';
import { Network } from './network';
import { toLogProbabilities } from './softmax';
import type { SoundModel } from './soundModel';

/** How much the live network's answer counts beside the whole one's; chosen on the development recordings. */
const LIVE_SHARE = 0.4;

/**
 * Both networks asked together, for recordings: they err in different places, so the mean of what they say is
 * more often right than either (a logarithmic opinion pool, Heskes 1998).
 */
export class NetworkPair {
  private readonly whole: Network;
  private readonly live: Network;
  /** What the live network said of frames that the other one still waits for. */
  private ahead = new Float32Array(0);

  /** @param longestPush frames that come at most in one push */
  constructor(model: SoundModel, longestPush: number) {
    this.whole = new Network(model.whole, longestPush);
    this.live = new Network(model.live, longestPush);
  }

  /** Takes the next frames [frames * 41] and gives log-probabilities [frames * 45] of those that can be told now. */
  push(inputs: Float32Array): Float32Array {
    return this.pooled(this.whole.push(inputs), this.live.push(inputs));
  }

  /** What was still waiting for what comes next. */
  finish(): Float32Array {
    return this.pooled(this.whole.finish(), this.live.finish());
  }

  private pooled(whole: Float32Array, live: Float32Array): Float32Array {
    const others = concatenated([this.ahead, live]);
    for (let at = 0; at < whole.length; at++) {
      whole[at]! += LIVE_SHARE * (others[at]! - whole[at]!);
    }
    this.ahead = others.slice(whole.length);
    return toLogProbabilities(whole);
  }
}
