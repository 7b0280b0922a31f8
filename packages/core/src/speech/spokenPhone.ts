/** A stretch of one phone in one word; frames, `end` exclusive. */
export interface SpokenPhone {
  readonly phone: number;
  readonly start: number;
  readonly end: number;
  /** As written in the script; null where there is none. */
  readonly word: string | null;
}
