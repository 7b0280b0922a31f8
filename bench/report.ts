/** One measured number, as `npm run bench -- --json` prints it. */
export interface Figure {
  readonly name: string;
  readonly where: 'Node' | 'Chromium';
  readonly value: number;
  readonly unit: 's' | 'ms' | 'MB' | 'times' | 'frames/s' | 'frames' | '%';
  /** What it should reach: at most where it is a time or a size, at least where it is a rate or a ratio; null: nothing. */
  readonly wanted: number | null;
}

/** What one part of the benchmarks found. */
export interface Report {
  /** Markdown, with its heading. */
  readonly text: readonly string[];
  readonly figures: readonly Figure[];
}

export const fixed = (value: number, digits = 1) => value.toFixed(digits);

/** Rows of a Markdown table. */
export function table(head: readonly string[], rows: readonly (readonly string[])[]): string[] {
  return [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`);
}
