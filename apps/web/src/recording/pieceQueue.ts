import { Problem } from '@cruvo/core/problem';

/** Sends one piece. @throws Problem */
export type SendPiece = (position: number, samples: Int16Array<ArrayBuffer>) => Promise<void>;

/** How much is in one piece, seconds: more than this is never lost when the browser crashes, but for what is on its way. */
const PIECE_SECONDS = 0.5;
/** How long to wait before a piece is sent again, ms: at first, and at most. */
const AGAIN_MS = 400;
const MOST_AGAIN_MS = 5000;
/** Failures that no other try can mend. */
const FINAL: ReadonlySet<string> = new Set(['not-found', 'too-large', 'bad-input']);

/**
 * Sends what is recorded piece by piece, in order. What can't be sent now is kept and sent again, as long as it takes.
 */
export class PieceQueue {
  private filling: Int16Array<ArrayBuffer>;
  private filled = 0;
  private taken = 0;
  private readonly waiting: Int16Array<ArrayBuffer>[] = [];
  private sent = 0;
  private sending: Promise<void> | null = null;
  private closed = false;
  private failure: Problem | null = null;
  private wake: (() => void) | null = null;

  /**
   * @param sampleRate Hz
   * @param onTrouble told why pieces can't be sent, and null as soon as they can
   */
  constructor(
    private readonly sampleRate: number,
    private readonly send: SendPiece,
    private readonly onTrouble: (problem: Problem | null) => void,
  ) {
    this.filling = new Int16Array(Math.round(PIECE_SECONDS * sampleRate));
  }

  /** Seconds that were taken in, and those of them that are not safe yet. */
  get times(): { readonly recorded: number; readonly unsafe: number } {
    const safe = this.sent * this.filling.length;
    return {
      recorded: this.taken / this.sampleRate,
      unsafe: Math.max(0, this.taken - safe) / this.sampleRate,
    };
  }

  /** Takes samples between -1 and 1. */
  push(samples: Float32Array): void {
    for (const sample of samples) {
      this.filling[this.filled++] = Math.round(32_767 * Math.max(-1, Math.min(1, sample)));
      if (this.filled === this.filling.length) this.handOver(this.filling);
    }
    this.taken += samples.length;
  }

  /** Sends what is left. @throws Problem where something can never be sent; what came before is safe */
  async finish(): Promise<void> {
    if (this.filled > 0) this.handOver(this.filling.slice(0, this.filled));
    await this.sending;
    if (this.failure) throw this.failure;
  }

  /** Gives up what was not sent. */
  close(): void {
    this.closed = true;
    this.wake?.();
  }

  private handOver(piece: Int16Array<ArrayBuffer>): void {
    this.waiting.push(piece);
    this.filling = new Int16Array(this.filling.length);
    this.filled = 0;
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
  }

  private async sendAll(): Promise<void> {
    let pause = AGAIN_MS;
    for (let piece = this.waiting[0]; piece; piece = this.waiting[0]) {
      if (this.closed || this.failure) return;
      try {
        await this.send(this.sent, piece);
        this.sent++;
        this.waiting.shift();
        pause = AGAIN_MS;
        this.onTrouble(null);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        this.onTrouble(error);
        if (FINAL.has(error.code)) this.failure = error;
        else await this.rest(pause);
        pause = Math.min(MOST_AGAIN_MS, 2 * pause);
      }
    }
  }

  private rest(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, ms);
      this.wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }
}
