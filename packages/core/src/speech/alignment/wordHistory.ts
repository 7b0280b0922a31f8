import { withRoom } from '../../numbers';

/** A word of the script where it was found in the voice; frames, `end` exclusive. */
export interface LocatedWord {
  /** Position in the script. */
  readonly word: number;
  /** Which of its ways of being said was heard. */
  readonly way: number;
  readonly start: number;
  readonly end: number;
}

/** The history of a path that has no word behind it yet. */
export const NONE = -1;

/** The words behind each path, as chains that share their beginnings. */
export class WordHistory {
  private before: Int32Array = new Int32Array(4096);
  private words: Int32Array = new Int32Array(4096);
  private ways: Uint8Array = new Uint8Array(4096);
  private starts: Int32Array = new Int32Array(4096);
  private ends: Int32Array = new Int32Array(4096);
  private count = 0;

  add(before: number, word: number, way: number, start: number, end: number): number {
    this.makeRoom();
    const at = this.count++;
    this.before[at] = before;
    this.words[at] = word;
    this.ways[at] = way;
    this.starts[at] = start;
    this.ends[at] = end;
    return at;
  }

  /** Whether the last word of a chain ends at a frame. */
  endsAt(at: number, frame: number): boolean {
    return at !== NONE && this.ends[at] === frame;
  }

  wordsUpTo(at: number): LocatedWord[] {
    const found: LocatedWord[] = [];
    for (let node = at; node !== NONE; node = this.before[node]!) {
      found.push({
        word: this.words[node]!,
        way: this.ways[node]!,
        start: this.starts[node]!,
        end: this.ends[node]!,
      });
    }
    return found.reverse();
  }

  private makeRoom(): void {
    const { count } = this;
    this.before = withRoom(this.before, count, count + 1);
    this.words = withRoom(this.words, count, count + 1);
    this.ways = withRoom(this.ways, count, count + 1);
    this.starts = withRoom(this.starts, count, count + 1);
    this.ends = withRoom(this.ends, count, count + 1);
  }
}
