/** Milliseconds that each of many calls took, sorted. */
export function timeEach(calls: number, work: (index: number) => void): Float64Array {
  const times = new Float64Array(calls);
  for (let index = 0; index < calls; index++) {
    const start = performance.now();
    work(index);
    times[index] = performance.now() - start;
  }
  return times.sort();
}

export function percentile(sorted: ArrayLike<number>, share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}
