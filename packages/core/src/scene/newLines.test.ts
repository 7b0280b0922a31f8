import { readScriptParts } from '../speech/script/scriptParts';
import { testMaterial, testVoice } from '../testing/testScene';
import { toFlicks } from '../time';
import { withMember } from './castEdits';
import { withLines } from './lineEdits';
import { linesWithScript, nameOfText, newLines } from './newLines';
import { linesOf, speakerOf } from './scene';

const size = { width: 100, height: 100 };
const scene = withMember(testMaterial().scene, {
  ...{ id: 'second', character: 'character', name: 'Wick', size },
});
const cast = [
  { id: 'member', name: 'Isbel' },
  { id: 'second', name: 'Wick' },
];
let made = 0;
const newId = () => `text-${++made}`;
const place = { scene, cast, member: 'member', newId };
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
  expect(lines.map(({ script, row, voice }) => [script, row, voice !== null])).toEqual([
    ['Mine.\nAll of it.', 'second', true],
    ['Two.', 'second', true],
    ['One.', 'member', false],
    ['Three.', 'member', false],
  ]);
  expect(notes).toEqual([
    'Nobody on the stage is called PIP: what they say went to Isbel.',
    '2 pieces of the script have no recording yet: they are lines without a voice.',
  ]);
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
  const there = { ...place, scene: written };
  const made = linesWithScript(SCRIPT.slice(0, 2), there, 0, 0);
  expect(made.lines.map(({ id, script }) => [id, script])).toEqual([
    ['line', 'One.'],
    ['other', 'Two.'],
  ]);
  expect(made.notes).toEqual([]);
  expect(linesOf(withLines(written, made.lines))).toHaveLength(3);
});

it('what no line can take becomes lines without a voice, one after the other', () => {
  const { lines, notes } = linesWithScript(SCRIPT, place, toFlicks(8), toFlicks(1));
  expect(lines.map(({ id, script }) => [id === 'line', script])).toEqual([
    [true, 'One.'],
    [false, 'Two.'],
    [false, 'Three.'],
  ]);
  const [, two, three] = lines;
  expect(two).toMatchObject({ voice: null, name: 'Two.', row: 'second', start: toFlicks(8) });
  expect(three!.start).toBe(two!.start + two!.length + toFlicks(1));
  expect(notes.at(-1)).toMatch(/^2 pieces/);
});

it('a line without a voice is called after how it begins', () => {
  expect(nameOfText('  Fog\nagain. ')).toBe('Fog again.');
  expect(nameOfText('x'.repeat(60))).toBe(`${'x'.repeat(40)} …`);
  expect(nameOfText('')).toBe('New line');
});
