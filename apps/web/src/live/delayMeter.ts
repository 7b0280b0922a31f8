/** How many of the last measurements count. */
const KEPT = 300;

/** Collects durations in milliseconds and tells their middle and their 95 %. */
export class DelayMeter {
  private readonly values: number[] = [];

  add(milliseconds: number): void {
    this.values.push(milliseconds);
    if (this.values.length > KEPT) this.values.shift();
  }

  /** Null before anything was measured. */
  summary(): { readonly median: number; readonly most: number } | null {
    if (this.values.length === 0) return null;
    const sorted = [...this.values].sort((a, b) => a - b);
    const at = (share: number) =>
      sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
    return { median: at(0.5), most: at(0.95) };
  }
}
