/** A labelled sound of a reference. */
export interface Label {
  readonly start: number;
  readonly end: number;
  readonly viseme: number;
}

type Run = readonly [viseme: number, end: number];

/**
 * Seconds between a boundary as labelled and as heard, of each boundary whose two neighbours were heard one after the
 * other. Which label was heard as which run is told by the least edits (Levenshtein 1966; a change costs two).
 *
 * @returns the errors, and how many boundaries there are
 */
export function boundaryErrors(
  reference: readonly Label[],
  heard: readonly Pick<Label, 'end' | 'viseme'>[],
): { errors: number[]; boundaries: number } {
  const said = runsOf(reference);
  const told = runsOf(heard);
  const partner = partners(said, told);
  const errors: number[] = [];
  for (let at = 0; at + 1 < said.length; at++) {
    const match = partner[at];
    if (match === undefined || partner[at + 1] !== match + 1) continue;
    errors.push(Math.abs(said[at]![1] - told[match]![1]));
  }
  return { errors, boundaries: Math.max(0, said.length - 1) };
}

/** Neighbours of one viseme joined. */
function runsOf(labels: readonly Pick<Label, 'end' | 'viseme'>[]): Run[] {
  return labels
    .filter(({ viseme }, at) => labels[at + 1]?.viseme !== viseme)
    .map(({ viseme, end }) => [viseme, end]);
}

/** For each run of the first list its equal in the second, by least edits. */
function partners(first: readonly Run[], second: readonly Run[]): (number | undefined)[] {
  const width = second.length + 1;
  const edits = new Uint32Array((first.length + 1) * width);
  const same = (i: number, j: number) => first[i - 1]![0] === second[j - 1]![0];
  for (let i = 0; i <= first.length; i++) {
    for (let j = 0; j <= second.length; j++) {
      const both = i && j ? edits[(i - 1) * width + j - 1]! + (same(i, j) ? 0 : 2) : Infinity;
      const left = i ? edits[(i - 1) * width + j]! + 1 : Infinity;
      const up = j ? edits[i * width + j - 1]! + 1 : Infinity;
      edits[i * width + j] = i || j ? Math.min(both, left, up) : 0;
    }
  }
  const result: (number | undefined)[] = Array.from({ length: first.length });
  for (let i = first.length, j = second.length; i && j;) {
    const here = edits[i * width + j]!;
    if (same(i, j) && here === edits[(i - 1) * width + j - 1]) result[--i] = --j;
    else if (here === edits[(i - 1) * width + j]! + 1) i--;
    else if (here === edits[i * width + j - 1]! + 1) j--;
    else [i, j] = [i - 1, j - 1];
  }
  return result;
}
