/** What kind of thing went wrong, for callers that answer differently to each. */
export const PROBLEM_CODES = [
  'bad-input',
  'script-mismatch',
  'too-large',
  'not-found',
  'conflict',
  'cancelled',
  'no-space',
  'busy',
  'unavailable',
] as const;

export type ProblemCode = (typeof PROBLEM_CODES)[number];

/** An error whose message is one plain sentence for the person at the screen: what is wrong and what to do. */
export class Problem extends Error {
  override readonly name = 'Problem';

  constructor(
    readonly code: ProblemCode,
    message: string,
  ) {
    super(message);
  }
}

/** The sentence to show for any thrown value; unknown errors keep their own message. */
export function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}

export function cancelled(): Problem {
  return new Problem('cancelled', 'Cancelled.');
}
