import fc from 'fast-check';
import { readScriptParts } from './scriptParts';

it('plain text comes apart where a speaker is named', () => {
  const text = `ISBEL: Good evening.
It is late.

CORRIGAN (sleepily): Hm.
Old Wick: Lit.
`;
  expect(readScriptParts(text)).toEqual([
    { speaker: 'ISBEL', text: 'Good evening.\nIt is late.' },
    { speaker: 'CORRIGAN', text: 'Hm.' },
    { speaker: 'Old Wick', text: 'Lit.' },
  ]);
});

it('text without names is one piece, whatever colons are in it', () => {
  const text = 'The wind: north, at 10:30.\nSo I said to the others: stay.';
  expect(readScriptParts('good evening,\nall.')).toEqual([
    { speaker: null, text: 'good evening,\nall.' },
  ]);
  expect(readScriptParts('at 10:30 it rains')).toHaveLength(1);
  expect(
    readScriptParts(text)
      .map(({ text: said }) => said)
      .join(),
  ).not.toContain('10:30.\nISBEL');
  expect(readScriptParts('\n \n')).toEqual([]);
});

it('words before the first name are said by nobody', () => {
  expect(readScriptParts('[Night.]\nISBEL: Hello.')).toEqual([
    { speaker: null, text: '[Night.]' },
    { speaker: 'ISBEL', text: 'Hello.' },
  ]);
});

it('WebVTT is read, with its voices, without notes, settings and tags', () => {
  const vtt = `WEBVTT Kind: captions

NOTE made by hand

first
00:01.000 --> 00:04.500 align:start
<v.loud Isbel>Good <b>evening</b></v>
again

01:00:05.000 --> 01:00:06.000
CORRIGAN: Hm.

00:07.000 --> 00:08.000

`;
  expect(readScriptParts(vtt)).toEqual([
    { speaker: 'Isbel', text: 'Good evening\nagain' },
    { speaker: 'CORRIGAN', text: 'Hm.' },
  ]);
});

it('SubRip is read, also with the line ends and the mark of other systems', () => {
  const srt =
    '\uFEFF1\r\n00:00:01,000 --> 00:00:04,000\r\nISBEL: Hello\r\n\r\n2\r\n00:00:05,000 --> 00:00:06,000\r\nthere';
  expect(readScriptParts(srt)).toEqual([
    { speaker: 'ISBEL', text: 'Hello' },
    { speaker: null, text: 'there' },
  ]);
});

it('no words are lost or invented', () => {
  const word = fc.stringMatching(/^[a-z]{1,8}$/);
  const said = fc.array(word, { minLength: 1, maxLength: 6 }).map((words) => words.join(' '));
  const part = fc.record({ speaker: fc.constantFrom('ISBEL', 'Wick', 'OLD TOM'), text: said });
  fc.assert(
    fc.property(fc.array(part, { minLength: 1 }), (parts) => {
      const plain = parts.map(({ speaker, text }) => `${speaker}: ${text}`).join('\n');
      expect(readScriptParts(plain)).toEqual(parts);
      const cues = parts.map(
        ({ speaker, text }, at) =>
          `${at}\n00:00:0${at % 10}.000 --> 00:01:00.000\n<v ${speaker}>${text}`,
      );
      expect(readScriptParts(`WEBVTT\n\n${cues.join('\n\n')}\n`)).toEqual(parts);
    }),
  );
});
