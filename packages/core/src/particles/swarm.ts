/** Numbers of a particle in a swarm. */
export const OF = {
  x: 0,
  y: 1,
  /** Stage units a second; of one that splashed the direction away from what it met. */
  vx: 2,
  vy: 3,
  /** Steps since it came. */
  age: 4,
  /** Steps that it lives. */
  life: 5,
  /** What its other properties are drawn from. */
  key: 6,
  /** One of STATE. */
  state: 7,
  /** Its age when it splashed. */
  met: 8,
  numbers: 9,
} as const;

/** What a particle does. */
export const STATE = { flies: 0, sticks: 1, splashed: 2, gone: 3 } as const;

const FIRST_ROOM = 64;

/** The particles of an emitter at one time, the oldest first. */
export class Swarm {
  count = 0;
  numbers = new Float64Array(FIRST_ROOM * OF.numbers);

  /** Adds a particle. @returns where its numbers begin */
  add(): number {
    const at = this.count++ * OF.numbers;
    if (at === this.numbers.length) {
      const wider = new Float64Array(2 * this.numbers.length);
      wider.set(this.numbers);
      this.numbers = wider;
    }
    return at;
  }

  /** Leaves out those that are gone or have lived their life. */
  tidy(): void {
    const { numbers } = this;
    let kept = 0;
    for (let from = 0; from < this.count * OF.numbers; from += OF.numbers) {
      const over = numbers[from + OF.age]! >= numbers[from + OF.life]!;
      if (over || numbers[from + OF.state] === STATE.gone) continue;
      if (kept !== from) numbers.copyWithin(kept, from, from + OF.numbers);
      kept += OF.numbers;
    }
    this.count = kept / OF.numbers;
  }

  clear(): void {
    this.count = 0;
  }

  get saved(): Float64Array {
    return this.numbers.slice(0, this.count * OF.numbers);
  }

  restore(saved: Float64Array): void {
    if (saved.length > this.numbers.length) this.numbers = saved.slice();
    else this.numbers.set(saved);
    this.count = saved.length / OF.numbers;
  }
}
