/** Counts the frames that could not be shown in time while a scene plays. */
export class FrameMeter {
  dropped = 0;
  private last: number | null = null;

  /** Takes note of the frame just shown. A jump back or a restart is no loss. */
  shown(frame: number): void {
    if (this.last !== null && frame > this.last + 1) this.dropped += frame - this.last - 1;
    this.last = frame;
  }

  /** Begins anew, as when play starts. */
  reset(): void {
    this.dropped = 0;
    this.last = null;
  }
}
