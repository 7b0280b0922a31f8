/** The position of the first span that ends at or after a time, found by halving; of none, their number. */
export function firstVisible(spans: readonly { readonly end: number }[], time: number): number {
  let low = 0;
  let high = spans.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.end < time) low = middle + 1;
    else high = middle;
  }
  return low;
}
