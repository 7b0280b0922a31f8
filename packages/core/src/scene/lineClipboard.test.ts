import fc from 'fast-check';
import { testMaterial } from '../testing/testScene';
import { toFlicks } from '../time';
import { withMember } from './castEdits';
import { copyOfLines, pastedLines } from './lineClipboard';
import { withLines } from './lineEdits';
import { linesOf, sceneSchema, speakerOf } from './scene';

const { scene: small } = testMaterial();
const size = { width: 10, height: 10 };
const own = small.lines['line']!;
const scene = withLines(
  withMember(small, { id: 'other', character: 'another', name: 'Other', size }),
  [own, { ...own, id: 'reply', row: 'other', start: toFlicks(3) }],
);
const all = new Set(['line', 'reply']);
let made = 0;
const options = { at: toFlicks(10), member: 'member', newId: () => `new-${++made}` };

it('lines are pasted where one wants them, as far apart as they were, to who said them', () => {
  const { lines, elsewhere } = pastedLines(copyOfLines(scene, all), scene, options)!;
  const grown = withLines(scene, lines);
  expect(lines.map((line) => [speakerOf(grown, line), line.start / toFlicks(1)])).toEqual([
    ['member', 10],
    ['other', 13],
  ]);
  expect(elsewhere).toBe(false);
  expect(linesOf(grown)).toHaveLength(4);
  expect(sceneSchema.isValidSync(grown, { strict: true })).toBe(true);
  expect({ ...lines[0], id: own.id, start: own.start }).toEqual(own);
});

it('where nobody is the same character, who is worked on says them', () => {
  const { lines, elsewhere } = pastedLines(copyOfLines(scene, new Set(['reply'])), small, options)!;
  expect([lines[0]!.row, elsewhere]).toEqual(['member', true]);
});

it('nothing else is taken for lines', () => {
  const copy = copyOfLines(scene, all);
  const texts = [
    '',
    'hello',
    '{',
    '{}',
    '[]',
    copy.slice(0, -2),
    copy.replace('"gain":0', '"gain":9999'),
  ];
  for (const text of [...texts, copyOfLines(scene, new Set())]) {
    expect(pastedLines(text, scene, options)).toBeNull();
  }
  expect(pastedLines(copy, scene, { ...options, member: 'nobody' })).toBeNull();
  fc.assert(
    fc.property(fc.json(), (text) => {
      expect(pastedLines(text, scene, options)).toBeNull();
    }),
  );
});
