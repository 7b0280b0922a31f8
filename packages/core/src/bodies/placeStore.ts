/** Steps that are kept and dropped together: a second. */
const CHUNK = 60;

interface Chunk {
  readonly places: (Float32Array | undefined)[];
  bytes: number;
}

/** Where all was at the steps that were worked out, as much of it as fits. */
export class PlaceStore {
  /** By their numbers, the one written last at the end. */
  private readonly chunks = new Map<number, Chunk>();
  private bytes = 0;

  /** @param most bytes that are kept */
  constructor(private readonly most: number) {}

  /** Where all was at a step; null where that is not known. */
  at(step: number): Float32Array | null {
    return this.chunks.get(Math.floor(step / CHUNK))?.places[step % CHUNK] ?? null;
  }

  /** @param step from 0 on */
  save(step: number, places: Float32Array): void {
    const before = this.at(step - 1);
    // Where nothing moves one copy serves for all steps.
    const same = before !== null && before.every((value, at) => Object.is(value, places[at]));
    const added = same ? 0 : places.byteLength;
    const number = Math.floor(step / CHUNK);
    const chunk = this.chunks.get(number) ?? { places: [], bytes: 0 };
    chunk.places[step % CHUNK] = same ? before : places.slice();
    chunk.bytes += added;
    this.bytes += added;
    this.chunks.delete(number);
    this.chunks.set(number, chunk);
    while (this.bytes > this.most && this.chunks.size > 1) {
      this.drop(this.chunks.keys().next().value!);
    }
  }

  /** Forgets all from a step on. */
  dropFrom(step: number): void {
    for (const [number, { places }] of this.chunks) {
      if (number * CHUNK >= step) this.drop(number);
      else if (step - number * CHUNK < CHUNK) places.length = Math.min(places.length, step % CHUNK);
    }
  }

  private drop(number: number): void {
    this.bytes -= this.chunks.get(number)!.bytes;
    this.chunks.delete(number);
  }
}
