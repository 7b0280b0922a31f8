/**
 * The first position at which something holds, found by binary search; the list's length where it holds nowhere.
 *
 * @param holds false for a beginning of the list and true for all the rest
 */
export function firstWhere<Item>(items: ArrayLike<Item>, holds: (item: Item) => boolean): number {
  let low = 0;
  let high = items.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(items[middle]!)) high = middle;
    else low = middle + 1;
  }
  return low;
}
