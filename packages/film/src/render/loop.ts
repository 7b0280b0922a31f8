import { framesPerSecond } from '@cruvo/core/time';
import { FilmPictures, type PaintedStretch, type Pictures } from './filmPictures';

/** A value of a colour that is further off is seen. */
const SEEN = 24;
/** A seam is told of where more of the picture jumps, a share, and so many times more than between other pictures. */
const JUMP = { share: 0.004, times: 3 } as const;

/** Pictures that repeat: their end goes over into their beginning, and the loop is shorter by as much. */
export class LoopedPictures implements Pictures {
  readonly count: number;
  private readonly ending: FilmPictures;
  private readonly beginning: FilmPictures;
  private readonly faded: number;
  private mixed: Uint8Array | null = null;

  constructor(film: PaintedStretch) {
    this.beginning = new FilmPictures(film, 'rgba');
    this.ending = new FilmPictures(film, 'rgba');
    const { crossfade, frameRate } = film.settings;
    this.faded = Math.round(crossfade * framesPerSecond(frameRate));
    this.count = this.beginning.count - this.faded;
    this.premultiplied = film.settings.premultiplied;
  }

  private readonly premultiplied: boolean;

  approach(index: number): boolean {
    const { beginning, ending, count, faded } = this;
    return beginning.approach(index) && (index >= faded || ending.approach(count + index));
  }

  show(index: number): boolean {
    const changed = this.beginning.show(index);
    if (index >= this.faded) {
      const before = this.mixed;
      this.mixed = null;
      return changed || before !== null;
    }
    this.ending.show(this.count + index);
    this.mixed = mixed(
      this.ending.bytes,
      this.beginning.bytes,
      (index + 1) / (this.faded + 1),
      this.premultiplied,
    );
    return true;
  }

  get bytes(): Uint8Array {
    return this.mixed ?? this.beginning.bytes;
  }
}

/** RGBA between two pictures. @param share 0 is the one, 1 the other */
export function mixed(
  one: Uint8Array,
  other: Uint8Array,
  share: number,
  premultiplied: boolean,
): Uint8Array {
  const between = new Uint8Array(one.length);
  for (let at = 0; at < one.length; at += 4) {
    const [a, b] = [(1 - share) * one[at + 3]!, share * other[at + 3]!];
    // Colours that are not multiplied by their opacity count as much as they are seen.
    const [p, q] = premultiplied
      ? [1 - share, share]
      : a + b > 0
        ? [a, b].map((v) => v / (a + b))
        : [0, 0];
    for (let channel = at; channel < at + 3; channel++) {
      between[channel] = Math.round(p! * one[channel]! + q! * other[channel]!);
    }
    between[at + 3] = Math.round(a + b);
  }
  return between;
}

/** Watches how much of the picture changes from one to the next, to tell whether a loop's seam will be seen. */
export class SeamWatch {
  private first: Uint8Array | null = null;
  private before: Uint8Array | null = null;
  private most = 0;

  /** Takes note of the next picture. */
  add(picture: Uint8Array): void {
    this.first ??= picture.slice();
    if (this.before) this.most = Math.max(this.most, differing(this.before, picture));
    this.before = picture.slice();
  }

  /** A sentence where the end does not go over into the beginning; else null. */
  get note(): string | null {
    if (!this.first || !this.before) return null;
    const jump = differing(this.before, this.first);
    if (jump <= JUMP.share || jump <= JUMP.times * this.most) return null;
    const percent = Math.max(1, Math.round(100 * jump));
    return `From its end to its beginning ${percent} % of the picture jumps. Let the end go over into the beginning, or choose a stretch that ends as it begins.`;
  }
}

/** The share of pixels that look otherwise. */
function differing(one: Uint8Array, other: Uint8Array): number {
  let count = 0;
  for (let at = 0; at < one.length; at += 4) {
    for (let channel = at; channel < at + 4; channel++) {
      if (Math.abs(one[channel]! - other[channel]!) > SEEN) {
        count++;
        break;
      }
    }
  }
  return count / (one.length / 4);
}
