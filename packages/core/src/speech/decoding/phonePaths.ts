import { withRoom } from '../../numbers';

/** A path that has no phone behind it. */
export const NONE = -1;

/** The phones behind each path, as chains that share their beginnings. */
export class PhonePaths {
  private before: Int32Array = new Int32Array(4096);
  private starts: Int32Array = new Int32Array(4096);
  private phones: Uint8Array = new Uint8Array(4096);
  private used = 0;

  get count(): number {
    return this.used;
  }

  /** A phone that begins at a frame after what is behind `before`. */
  add(before: number, phone: number, start: number): number {
    const at = this.used++;
    this.before = withRoom(this.before, at, this.used);
    this.starts = withRoom(this.starts, at, this.used);
    this.phones = withRoom(this.phones, at, this.used);
    this.before[at] = before;
    this.starts[at] = start;
    this.phones[at] = phone;
    return at;
  }

  /** The phones of a path from one frame up to another, one for each frame. */
  between(path: number, from: number, to: number): Uint8Array {
    const result = new Uint8Array(Math.max(0, to - from));
    let end = to;
    for (let at = path; at !== NONE && end > from; at = this.before[at]!) {
      const start = Math.max(from, this.starts[at]!);
      if (start >= end) continue;
      result.fill(this.phones[at]!, start - from, end - from);
      end = start;
    }
    return result;
  }

  /**
   * Forgets what is on none of the paths, and what ended before a frame.
   *
   * @param paths changed to where they are afterwards
   */
  keepOnly(paths: Int32Array, since: number): void {
    const moved = new Int32Array(this.used).fill(NONE);
    for (const path of paths) {
      for (let at = path; at !== NONE && moved[at] === NONE; at = this.before[at]!) {
        moved[at] = at;
        if (this.starts[at]! <= since) break;
      }
    }
    let kept = 0;
    for (let at = 0; at < this.used; at++) {
      if (moved[at] === NONE) continue;
      const before = this.before[at]!;
      this.before[kept] = before === NONE ? NONE : moved[before]!;
      this.starts[kept] = this.starts[at]!;
      this.phones[kept] = this.phones[at]!;
      moved[at] = kept++;
    }
    this.used = kept;
    paths.forEach((path, index) => (paths[index] = path === NONE ? NONE : moved[path]!));
  }
}
