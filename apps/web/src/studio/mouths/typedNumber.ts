/** Digits that follow each other so quickly are one number, ms. */
const TOGETHER_MS = 700;

/** Numbers as they are typed: each digit counts at once, and a second one shortly after makes it a number of two. */
export class TypedNumber {
  private typed = '';
  private at = -Infinity;

  /**
   * Takes one more digit.
   *
   * @param most the highest number that means anything
   * @param now ms
   * @returns the number that is meant; null where it means nothing
   */
  take(digit: string, most: number, now: number): number | null {
    const together = now - this.at <= TOGETHER_MS ? this.typed + digit : '';
    this.at = now;
    for (const typed of [together, digit]) {
      const number = Number(typed);
      if (typed === '' || number < 1 || number > most) continue;
      this.typed = typed;
      return number;
    }
    this.typed = '';
    return null;
  }
}
