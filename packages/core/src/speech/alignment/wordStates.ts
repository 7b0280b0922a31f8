import type { Pronunciation } from '../script/pronouncer';

/** The ways of saying each of some words, one after the other, as states; every phone is two: begun, lasted. */
export class WordStates {
  /** First state of each word and, at the end, the number of states. */
  readonly first: Int32Array;
  readonly phones: Uint8Array;
  /** Which of its word's ways a state belongs to. */
  readonly way: Uint8Array;
  /** Whether a state is its way's first. */
  readonly opens: Uint8Array;
  /** Whether a state is its way's last. */
  readonly closes: Uint8Array;

  /** @param words each word's pronunciations, none empty */
  constructor(words: readonly (readonly Pronunciation[])[]) {
    this.first = new Int32Array(words.length + 1);
    words.forEach((ways, word) => {
      const states = ways.reduce((sum, way) => sum + 2 * way.length, 0);
      this.first[word + 1] = this.first[word]! + states;
    });
    const count = this.first[words.length]!;
    this.phones = new Uint8Array(count);
    this.way = new Uint8Array(count);
    this.opens = new Uint8Array(count);
    this.closes = new Uint8Array(count);
    let at = 0;
    for (const ways of words) {
      ways.forEach((phones, way) => {
        const end = at + 2 * phones.length;
        this.opens[at] = 1;
        this.closes[end - 1] = 1;
        this.way.fill(way, at, end);
        for (const phone of phones) {
          this.phones.fill(phone, at, at + 2);
          at += 2;
        }
      });
    }
  }
}
