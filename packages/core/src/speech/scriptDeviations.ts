/** Where what was said deviates from the script. Times as where it stands: frames of an alignment, seconds of a track. */
export interface ScriptDeviations {
  /** Words of the script that were not said, in order. */
  readonly skipped: readonly string[];
  /** Words that were said more than once, in order. */
  readonly repeated: readonly string[];
  /** Times of speech that are no words of the script. */
  readonly added: readonly { readonly start: number; readonly end: number }[];
}
