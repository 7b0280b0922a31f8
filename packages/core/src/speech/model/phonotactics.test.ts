import fc from 'fast-check';
import { phoneTree } from '../../testing/testSpeech';
import { PHONE_COUNT } from './phones';
import { COST_STEP, isPhoneTree, Phonotactics } from './phonotactics';

/** What a phone costs after others, straight from the model's definition; costs in steps. */
function costOf(
  sequences: Record<string, [cost: number, backoff: number]>,
  phones: number[],
): number {
  const [cost] = sequences[phones.join(' ')] ?? [];
  if (cost !== undefined || phones.length === 1) return cost ?? 8;
  const before = phones.slice(0, -1).join(' ');
  return (sequences[before]?.[1] ?? 0) + costOf(sequences, phones.slice(1));
}

/** Sequences of up to three of four phones; of every longer one its beginning and its end are there too. */
const someSequences = fc
  .array(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 3, maxLength: 3 }), { maxLength: 8 })
  .chain((threes) => {
    const all = new Set(
      threes.flatMap(([a, b, c]) => [`${a} ${b} ${c}`, `${a} ${b}`, `${b} ${c}`]),
    );
    const number = fc.integer({ min: 1, max: 90 });
    return fc.record(
      Object.fromEntries(
        ['0', '1', '2', '3', ...all].map((name) => [name, fc.tuple(number, number)]),
      ),
    );
  });

describe('Phonotactics', () => {
  it('backs off to shorter sequences as the model says', () => {
    fc.assert(
      fc.property(
        someSequences,
        fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 2 }),
        (sequences, spoken, longest) => {
          const childless = (name: string) =>
            !Object.keys(sequences).some((other) => other.startsWith(`${name} `));
          for (const name of Object.keys(sequences)) if (childless(name)) sequences[name]![1] = 0;
          const phonotactics = new Phonotactics(phoneTree(sequences)).upTo(longest);
          let context = spoken[0]!;
          spoken.slice(1).forEach((phone, at) => {
            const { costs, contexts } = phonotactics.follow(context);
            const heard = spoken.slice(Math.max(0, at + 1 - longest), at + 2);
            expect(costs[phone]).toBeCloseTo(costOf(sequences, heard) * COST_STEP, 5);
            context = contexts[phone]!;
            expect(phonotactics.phoneOf(context)).toBe(phone);
          });
        },
      ),
    );
  });

  it('tells a tree whose numbers do not go together', () => {
    const tree = phoneTree({ '0': [3, 2], '0 1': [4, 0] });
    expect(isPhoneTree(tree)).toBe(true);
    expect(isPhoneTree({ ...tree, children: tree.children.map(() => 1) })).toBe(false);
    expect(isPhoneTree({ ...tree, phones: tree.phones.map(() => PHONE_COUNT) })).toBe(false);
    expect(isPhoneTree({ ...tree, levels: [PHONE_COUNT, 2] })).toBe(false);
  });
});
