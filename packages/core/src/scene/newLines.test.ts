import { readScriptParts } from '../speech/script/scriptParts';
import { testMaterial, testVoice } from '../testing/testScene';
import { toFlicks } from '../time';
import { withMember } from './castEdits';
import { withLines } from './lineEdits';
import { linesWithScript, newLines } from './newLines';
import { linesOf, speakerOf } from './scene';

const size = { width: 100, height: 100 };
const scene = withMember(testMaterial().scene, {
  ...{ id: 'second', character: 'character', name: 'Wick', size },
});
const cast = [
  { id: 'member', name: 'Isbel' },
  { id: 'second', name: 'Wick' },
];
const place = { scene, cast, member: 'member' };
const voices = (...names: string[]) =>
  names.map((name) => ({ id: name, name, voice: testVoice, script: null as string | null }));
const SCRIPT = readScriptParts('ISBEL: One.\nWICK: Two.\nPIP: Three.');

it('recordings become lines one after the other, of those who speak them', () => {
  const { lines, notes } = newLines(voices('a', 'b', 'c'), SCRIPT, place, toFlicks(3), toFlicks(1));
  expect(lines.map(({ script, start }) => [script, start / toFlicks(1)])).toEqual([
    ['One.', 3],
    ['Two.', 6],
    ['Three.', 9],
  ]);
  const all = withLines(scene, lines);
  expect(lines.map((line) => speakerOf(all, line))).toEqual(['member', 'second', 'member']);
  expect(notes).toEqual(['Nobody on the stage is called PIP: what they say went to Isbel.']);
});

it('a script of its own goes before others, and what finds no recording is said', () => {
  const [own, other] = voices('own', 'wick');
  const taken = [{ ...own!, script: 'WICK: Mine.\nWICK: All of it.' }, other!];
  const { lines, notes } = newLines(taken, SCRIPT, place, 0, 0);
  expect(lines.map(({ script, row }) => [script, row])).toEqual([
    ['Mine.\nAll of it.', 'second'],
    ['Two.', 'second'],
  ]);
  expect(notes).toEqual(['2 pieces of the script found no recording, the first “One.”.']);
  const spoken = newLines([{ ...own!, script: 'ISBEL: Hm.\nWICK: Ha.' }], [], place, 0, 0);
  expect(spoken.lines[0]).toMatchObject({ script: 'ISBEL: Hm.\nWICK: Ha.', row: 'member' });
});

it('a script alone goes to the lines that have none', () => {
  const own = scene.lines['line']!;
  const lines = [
    own,
    { ...own, id: 'other', row: 'second', start: toFlicks(2) },
    { ...own, id: 'written', script: 'Known.', start: toFlicks(4) },
  ];
  const written = withLines(scene, lines);
  const made = linesWithScript(SCRIPT.slice(0, 2), { ...place, scene: written });
  expect(made.lines.map(({ id, script }) => [id, script])).toEqual([
    ['line', 'One.'],
    ['other', 'Two.'],
  ]);
  expect(made.notes).toEqual([]);
  expect(linesOf(withLines(written, made.lines))).toHaveLength(3);
  expect(linesWithScript([...SCRIPT, ...SCRIPT], { ...place, scene: written }).notes).toHaveLength(
    1,
  );
});
