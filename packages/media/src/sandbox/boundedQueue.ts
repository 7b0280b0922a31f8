import { Problem, cancelled } from '@cruvo/core/problem';

interface Waiting {
  readonly enter: () => void;
  readonly onPlace: (place: number) => void;
}

/** Lets a few in at once, and the others in the order in which they came. */
export class BoundedQueue {
  private inside = 0;
  private line: Waiting[] = [];

  constructor(private readonly limits: { readonly atOnce: number; readonly waiting: number }) {}

  /**
   * Waits until there is room.
   *
   * @param onPlace takes the place in the line, 1 for the next one; not called where nobody waits
   * @returns what to call when leaving
   * @throws Problem 'busy' where the line is too long, 'cancelled'
   */
  async enter(onPlace: (place: number) => void, signal?: AbortSignal): Promise<() => void> {
    if (signal?.aborted) throw cancelled();
    if (this.inside < this.limits.atOnce) this.inside++;
    else await this.wait(onPlace, signal);
    let left = false;
    return () => {
      if (left) return;
      left = true;
      const next = this.line.shift();
      if (!next) this.inside--;
      else next.enter();
      this.tellPlaces();
    };
  }

  /** @throws Problem 'busy' where the line is too long for another one */
  check(): void {
    if (this.line.length < this.limits.waiting) return;
    throw new Problem(
      'busy',
      'The studio is busy with many files just now. Try again in a moment.',
    );
  }

  private wait(onPlace: (place: number) => void, signal?: AbortSignal): Promise<void> {
    this.check();
    return new Promise((resolve, reject) => {
      const leave = () => {
        this.line = this.line.filter((one) => one !== waiting);
        this.tellPlaces();
        reject(cancelled());
      };
      const enter = () => {
        signal?.removeEventListener('abort', leave);
        resolve();
      };
      const waiting: Waiting = { enter, onPlace };
      this.line.push(waiting);
      signal?.addEventListener('abort', leave, { once: true });
      onPlace(this.line.length);
    });
  }

  private tellPlaces(): void {
    this.line.forEach(({ onPlace }, at) => onPlace(at + 1));
  }
}
