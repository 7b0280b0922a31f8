import type { MouthDrawing } from '@cruvo/core/mouth';

/** What is typed belongs together as long as strokes follow each other so quickly, ms. */
const TOGETHER_MS = 900;

/** Finds drawings by what is typed: the first whose name begins so, or has a word that does. */
export class TypedDrawing {
  private typed = '';
  private at = -Infinity;

  /**
   * Takes one more letter.
   *
   * @param now ms
   * @returns the drawing that is meant; null where no name begins so, and then the letter begins anew
   */
  take(letter: string, drawings: readonly MouthDrawing[], now: number): string | null {
    const goesOn = now - this.at <= TOGETHER_MS;
    this.at = now;
    for (const typed of goesOn ? [this.typed + letter, letter] : [letter]) {
      const found = findDrawing(typed, drawings);
      this.typed = typed;
      if (found) return found;
    }
    return null;
  }
}

function findDrawing(typed: string, drawings: readonly MouthDrawing[]): string | null {
  const wanted = typed.toLowerCase();
  const names = drawings.map(({ drawing, label }) => ({ drawing, label: label.toLowerCase() }));
  const found =
    names.find(({ label }) => label === wanted) ??
    names.find(({ label }) => label.startsWith(wanted)) ??
    names.find(({ label }) => label.split(/\W+/).some((word) => word.startsWith(wanted)));
  return found?.drawing ?? null;
}
