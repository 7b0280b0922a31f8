import { PHONE_COUNT } from './phones';

/**
 * How often phones follow each other, as a tree: under each sequence of phones those by one phone longer.
 * Level by level, the sequences under one parent together, in their parents' order.
 */
export interface PhoneTree {
  /** How many sequences there are of 1, 2, … phones; of one phone all 45, in order. */
  readonly levels: readonly number[];
  /** The last phone of each sequence. */
  readonly phones: Uint8Array;
  /** How many sequences are by one phone longer, of each sequence but those of the last level. */
  readonly children: Uint8Array;
  /** What the last phone costs after the ones before it: -ln p in steps of `COST_STEP`. */
  readonly costs: Uint8Array;
  /** What it costs that the next phone is none of the children's, of each sequence but those of the last level. */
  readonly backoffs: Uint8Array;
}

/** Nats that one in a tree's costs stands for. */
export const COST_STEP = 1 / 16;

/**
 * Which phones follow which: a backed-off n-gram model (Katz 1987, with the absolute discounting of Ney,
 * Essen and Kneser 1994) over phones instead of words. A context is the number of the longest
 * sequence with something under it that the phones so far end in.
 */
export class Phonotactics {
  private readonly firstChild: Int32Array;
  /** The sequence without its first phone. */
  private readonly shorter: Int32Array;
  private readonly length: Uint8Array;
  private readonly rows: (PhoneRow | undefined)[] = [];

  /** @param longest phones of a context that count; more than the tree knows are left out anyway */
  constructor(
    private readonly tree: PhoneTree,
    private readonly longest = tree.levels.length - 1,
  ) {
    const total = tree.phones.length;
    this.firstChild = new Int32Array(total);
    this.shorter = new Int32Array(total);
    this.length = new Uint8Array(total);
    let next = PHONE_COUNT;
    for (let node = 0; node < total; node++) {
      if (node < PHONE_COUNT) this.length[node] = 1;
      const children = tree.children[node] ?? 0;
      this.firstChild[node] = next;
      for (let child = next; child < next + children; child++) {
        this.length[child] = this.length[node]! + 1;
        const phone = tree.phones[child]!;
        this.shorter[child] = node < PHONE_COUNT ? phone : this.childOf(this.shorter[node]!, phone);
      }
      next += children;
    }
  }

  /** The same knowledge with shorter contexts. */
  upTo(longest: number): Phonotactics {
    return longest === this.longest ? this : new Phonotactics(this.tree, longest);
  }

  /** Contexts are below this. That of a single phone is the phone. */
  get contextCount(): number {
    return this.tree.children.length;
  }

  /** The last phone of a context. */
  phoneOf(context: number): number {
    return this.tree.phones[context]!;
  }

  /** What may follow a context. */
  follow(context: number): PhoneRow {
    return (this.rows[context] ??= this.rowOf(context));
  }

  private rowOf(context: number): PhoneRow {
    const { tree } = this;
    const costs = new Float32Array(PHONE_COUNT);
    const contexts = new Int32Array(PHONE_COUNT);
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      costs[phone] = tree.costs[phone]! * COST_STEP;
      contexts[phone] = phone;
    }
    for (const node of this.fromShortest(context)) {
      const backoff = tree.backoffs[node]! * COST_STEP;
      for (let phone = 0; phone < PHONE_COUNT; phone++) costs[phone]! += backoff;
      const first = this.firstChild[node]!;
      for (let child = first; child < first + (tree.children[node] ?? 0); child++) {
        const phone = tree.phones[child]!;
        costs[phone] = tree.costs[child]! * COST_STEP;
        contexts[phone] = this.contextOf(child);
      }
    }
    return { costs, contexts };
  }

  /** The longest context that tells what follows a sequence. */
  private contextOf(sequence: number): number {
    let node = sequence;
    while (
      this.length[node]! > 1 &&
      (this.length[node]! > this.longest || !this.tree.children[node])
    )
      node = this.shorter[node]!;
    return node;
  }

  private fromShortest(context: number): number[] {
    const nodes = [context];
    while (this.length[nodes[0]!]! > 1) nodes.unshift(this.shorter[nodes[0]!]!);
    return nodes;
  }

  private childOf(node: number, phone: number): number {
    const first = this.firstChild[node]!;
    const last = first + this.tree.children[node]!;
    for (let child = first; child < last; child++)
      if (this.tree.phones[child] === phone) return child;
    throw new RangeError('A sequence of phones is known, but not its end.');
  }
}

/** For each phone that may come next, what it costs in nats and the context after it [45]. */
export interface PhoneRow {
  readonly costs: Float32Array;
  readonly contexts: Int32Array;
}

/** Whether the numbers of a tree go together. */
export function isPhoneTree({ levels, phones, children, costs, backoffs }: PhoneTree): boolean {
  const total = levels.reduce((sum, count) => sum + count, 0);
  const inner = total - (levels.at(-1) ?? 0);
  const born = children.reduce((sum, count) => sum + count, PHONE_COUNT);
  return (
    levels[0] === PHONE_COUNT &&
    phones.length === total &&
    costs.length === total &&
    children.length === inner &&
    backoffs.length === inner &&
    born === total &&
    phones.every((phone) => phone < PHONE_COUNT)
  );
}
