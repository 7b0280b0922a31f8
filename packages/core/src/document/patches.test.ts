import fc from 'fast-check';
import {
  collide,
  differences,
  fieldDifferences,
  patched,
  patchesSchema,
  recordOf,
  type Patches,
} from './patches';

interface Note {
  readonly name: string;
  readonly size: { readonly width: number; readonly height: number };
  readonly lines: Readonly<Record<string, { readonly text: string; readonly marks: number[] }>>;
  readonly cover: { readonly colour: string } | null;
}

const line = fc.record({
  text: fc.constantFrom('a', 'b', 'c'),
  marks: fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 3 }),
});
const plain = <Value>(value: Value): Value => JSON.parse(JSON.stringify(value)) as Value;
const note: fc.Arbitrary<Note> = fc
  .record({
    name: fc.constantFrom('one', 'two'),
    size: fc.record({ width: fc.nat(2), height: fc.nat(2) }),
    lines: fc.dictionary(fc.constantFrom('x', 'y', 'z'), line),
    cover: fc.option(fc.record({ colour: fc.constantFrom('red', 'blue') })),
  })
  .map(plain);

describe('differences', () => {
  it('lead from any version to any other, also after they were sent', () => {
    fc.assert(
      fc.property(note, note, (before, after) => {
        for (const found of [differences(before, after), fieldDifferences(before, after)]) {
          const sent = plain(found);
          expect(plain(patched(before, sent))).toEqual(plain(after));
          expect(patchesSchema.isValidSync(sent, { strict: true })).toBe(true);
        }
      }),
    );
  });
  it('are none between versions that look the same', () => {
    fc.assert(
      fc.property(note, (before) => {
        expect(differences(before, plain(before))).toEqual([]);
      }),
    );
  });
  it('name records, not the table that they are in', () => {
    const before = { lines: { x: { text: 'a' }, y: { text: 'b' } } };
    const after = { lines: { x: before.lines.x, y: { text: 'c' }, z: { text: 'd' } } };
    expect(differences(before, after)).toEqual([
      { op: 'replace', path: ['lines', 'y'], value: { text: 'c' } },
      { op: 'add', path: ['lines', 'z'], value: { text: 'd' } },
    ]);
    expect(differences(after, before)).toContainEqual({ op: 'remove', path: ['lines', 'z'] });
  });
  it('name fields of records where that is asked for', () => {
    const before = { lines: { x: { text: 'a', marks: [1], look: { bold: true } } } };
    const after = { lines: { x: { text: 'b', marks: [1], look: { bold: false } } } };
    expect(fieldDifferences(before, after)).toEqual([
      { op: 'replace', path: ['lines', 'x', 'text'], value: 'b' },
      { op: 'replace', path: ['lines', 'x', 'look'], value: { bold: false } },
    ]);
  });
  it('leave what they don’t touch as the same objects', () => {
    const before = { lines: { x: { text: 'a' }, y: { text: 'b' } } };
    const after = patched(before, [{ op: 'replace', path: ['lines', 'y', 'text'], value: 'c' }]);
    expect(after.lines.x).toBe(before.lines.x);
    expect(before.lines.y.text).toBe('b');
  });
});

describe('two changes of one document', () => {
  const change = (...path: string[]): Patches => [{ op: 'replace', path, value: 1 }];
  it.each([
    [['lines', 'x'], ['lines', 'x'], true],
    [['lines', 'x', 'text'], ['lines', 'x', 'marks'], true],
    [['lines', 'x'], ['lines', 'y'], false],
    [['name'], ['name'], true],
    [['name'], ['size', 'width'], false],
    [['cover'], ['cover', 'colour'], true],
    [['cover', 'colour'], ['cover'], true],
    [['size', 'width'], ['size', 'height'], false],
  ])('of %j and %j: in each other’s way: %s', (one, other, answer) => {
    expect(collide(change(...one), change(...other))).toBe(answer);
  });
  it('give the same in either order where they don’t collide', () => {
    fc.assert(
      fc.property(note, note, note, (base, one, other) => {
        const [first, second] = [differences(base, one), differences(base, other)];
        if (collide(first, second)) return;
        expect(plain(patched(patched(base, first), second))).toEqual(
          plain(patched(patched(base, second), first)),
        );
      }),
    );
  });
});

it('knows a record by the first two keys', () => {
  expect(recordOf(['lines', 'x', 'marks', 2])).toBe(recordOf(['lines', 'x']));
  expect(recordOf(['lines', 'x'])).not.toBe(recordOf(['lines', 'y']));
});

it.each([
  [[{ op: 'move', path: ['a'] }]],
  [[{ op: 'replace', path: [] }]],
  [[{ op: 'replace', path: ['__proto__', 'x'], value: 1 }]],
  [[{ op: 'replace', path: ['lines', 'constructor'], value: 1 }]],
  [[{ op: 'replace', path: ['a', 1.5], value: 1 }]],
  [[{ op: 'replace', path: [{}], value: 1 }]],
  ['nothing'],
])('refuses what are no patches: %j', (patches) => {
  expect(patchesSchema.isValidSync(patches, { strict: true })).toBe(false);
});
