import type { AlignedWord } from './alignment';
import { meanLoss, shareFound } from './likeness';
import type { LocatedWord } from './wordHistory';

/** Words that were said again make up at least this share of the speech around them. */
const LEAST_SHARE = 0.5;

/** Words that go forwards in the script, until it is begun again or ends; `to` exclusive. */
interface Run {
  readonly from: number;
  readonly to: number;
}

/**
 * Leaves out what only seems to be said again: other speech of some length always holds here and there something a
 * little like the script. Of runs of the same words the one that sounds best counts; another must be most of the
 * speech around it. Every word that was found stays found.
 *
 * @param located words in the order in which they were said
 * @param laid the same words as they were laid
 * @param added speech that is no words of the script
 */
export function confirmedWords(
  located: readonly LocatedWord[],
  laid: readonly AlignedWord[],
  added: readonly { readonly start: number; readonly end: number }[],
): readonly LocatedWord[] {
  const runs = runsOf(located);
  const lossOf = ({ from, to }: Run) => meanLoss(laid.slice(from, to));
  const found = new Set<number>();
  const kept = runs
    .toSorted((one, other) => lossOf(one) - lossOf(other))
    .filter((run) => {
      const words = located.slice(run.from, run.to).map(({ word }) => word);
      const again = words.every((word) => found.has(word));
      if (again && shareAround(run, laid, added) < LEAST_SHARE) return false;
      words.forEach((word) => found.add(word));
      return true;
    });
  return kept
    .sort((one, other) => one.from - other.from)
    .flatMap(({ from, to }) => located.slice(from, to));
}

function runsOf(located: readonly LocatedWord[]): Run[] {
  const starts = located.flatMap(({ word }, at) =>
    at === 0 || word <= located[at - 1]!.word ? [at] : [],
  );
  return starts.map((from, at) => ({ from, to: starts[at + 1] ?? located.length }));
}

/** A run's share of the speech from the word before it to the word after it. */
function shareAround(
  { from, to }: Run,
  laid: readonly AlignedWord[],
  added: Parameters<typeof confirmedWords>[2],
): number {
  const start = laid[from - 1]?.end ?? 0;
  const end = laid[to]?.start ?? Infinity;
  return shareFound(
    laid.slice(from, to),
    added.filter((stretch) => stretch.start >= start && stretch.end <= end),
  );
}
