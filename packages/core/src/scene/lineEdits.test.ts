import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { testMaterial, testVoice } from '../testing/testScene';
import { FLICKS_PER_SECOND, frameLength, toFlicks } from '../time';
import { endOf, lineSchema, sceneTime, wholeLine, withReviewed, type Line } from './line';
import {
  joinedLine,
  lengthFor,
  linesAtOnce,
  linesInTurn,
  movedLine,
  SHORTEST_LINE,
  splitAtPauses,
  splitLine,
  trimmedEnd,
  trimmedStart,
  withLines,
  withoutLines,
  withRoomAt,
} from './lineEdits';
import { withMember } from './castEdits';
import { sceneSchema } from './scene';

const SECOND = FLICKS_PER_SECOND;
const { scene } = testMaterial();
const whole = wholeLine({ id: 'a', row: 'member', name: 'a', start: SECOND, voice: testVoice });
const isValid = (line: Line) => lineSchema.isValidSync(line, { strict: true });

/** Any line of the test's voice. */
const anyLine = fc
  .record({
    start: fc.integer({ min: 0, max: 10 * SECOND }),
    offset: fc.integer({ min: 0, max: 2 * SECOND - SHORTEST_LINE }),
    share: evenly(0, 1),
    fades: fc.tuple(evenly(0, 0.5), evenly(0, 0.5)),
  })
  .map(({ start, offset, share, fades }): Line => {
    const room = 2 * SECOND - offset - SHORTEST_LINE;
    const length = SHORTEST_LINE + Math.floor(share * room);
    const [fadeIn, fadeOut] = fades.map((fade) => Math.floor(fade * length)) as [number, number];
    return { ...whole, start, offset, length, fadeIn, fadeOut };
  });
const anyTime = fc.integer({ min: -2 * SECOND, max: 15 * SECOND });

describe('trimming', () => {
  it('hears less of the voice, and its sounds stay where they are', () => {
    const line = trimmedStart(whole, 1.5 * SECOND);
    expect([line.start, line.offset, line.length]).toEqual([
      1.5 * SECOND,
      SECOND / 2,
      1.5 * SECOND,
    ]);
    expect(sceneTime(line, SECOND)).toBe(sceneTime(whole, SECOND));
    expect(trimmedEnd(whole, 2 * SECOND)).toMatchObject({ start: SECOND, length: SECOND });
  });

  it('is taken back by dragging the edge back: nothing of the voice is lost', () => {
    fc.assert(
      fc.property(anyLine, anyTime, (line, time) => {
        const back = trimmedStart(trimmedStart(line, time), line.start);
        expect([back.start, back.offset, back.length]).toEqual([
          line.start,
          line.offset,
          line.length,
        ]);
        expect(trimmedEnd(trimmedEnd(line, time), endOf(line)).length).toBe(line.length);
      }),
    );
  });

  it('always leaves a line that can be saved, whose other edge has not moved', () => {
    fc.assert(
      fc.property(anyLine, anyTime, (line, time) => {
        const [start, end] = [trimmedStart(line, time), trimmedEnd(line, time)];
        expect([isValid(start), isValid(end)]).toEqual([true, true]);
        expect([endOf(start), end.start]).toEqual([endOf(line), line.start]);
        expect(Math.min(start.length, end.length)).toBeGreaterThanOrEqual(SHORTEST_LINE);
      }),
    );
  });

  it('stops where the voice begins and ends, and where the scene begins', () => {
    expect(trimmedStart(whole, 0).start).toBe(SECOND);
    expect(endOf(trimmedEnd(whole, 9 * SECOND))).toBe(3 * SECOND);
    const early = { ...whole, start: SECOND / 2, offset: SECOND, length: SECOND };
    expect(trimmedStart(early, -SECOND)).toMatchObject({ start: 0, offset: SECOND / 2 });
  });

  it('shortens fades that no longer fit', () => {
    const faded = { ...whole, fadeIn: SECOND, fadeOut: SECOND };
    expect(trimmedEnd(faded, 2.25 * SECOND)).toMatchObject({ fadeIn: SECOND, fadeOut: SECOND / 4 });
    expect(trimmedEnd(faded, 1.5 * SECOND)).toMatchObject({ fadeIn: SECOND / 2, fadeOut: 0 });
  });
});

describe('splitting', () => {
  const pieces = [
    { start: SECOND / 4, end: SECOND / 2, drawing: 'open' },
    { start: toFlicks(0.9), end: toFlicks(1.1), drawing: 'wide' },
  ];
  const line = { ...whole, fadeIn: 100, fadeOut: 200, corrections: pieces, script: 'One two.' };

  it('makes two lines of one, between which nothing is missing or heard twice', () => {
    const [first, second] = splitLine(line, 2 * SECOND, 'b')!;
    expect([first.id, second.id, second.script]).toEqual(['a', 'b', 'One two.']);
    expect([endOf(first), second.start, endOf(second)]).toEqual([
      ...[2 * SECOND, 2 * SECOND, 3 * SECOND],
    ]);
    expect([first.fadeIn, first.fadeOut, second.fadeIn, second.fadeOut]).toEqual([100, 0, 0, 200]);
  });

  it('leaves no line too short', () => {
    expect(splitLine(line, SECOND + SHORTEST_LINE - 1, 'b')).toBeNull();
    expect(splitLine(line, 3 * SECOND - SHORTEST_LINE + 1, 'b')).toBeNull();
    expect(splitLine(line, SECOND + SHORTEST_LINE, 'b')).not.toBeNull();
  });

  it('is undone by joining', () => {
    fc.assert(
      fc.property(fc.integer({ min: SECOND, max: 3 * SECOND }), (time) => {
        const parts = splitLine(line, time, 'b');
        fc.pre(parts !== null);
        const { corrections, ...joined } = joinedLine(...parts)!;
        const { corrections: before, ...once } = line;
        expect(joined).toEqual(once);
        // A correction over the cut is two that touch.
        const heard = corrections.map(({ start, end }) => end - start);
        expect(heard.reduce((sum, length) => sum + length, 0)).toBe(toFlicks(0.45));
        expect(corrections.length - before.length).toBe(
          before.some(({ start, end }) => {
            return start < time - SECOND && time - SECOND < end;
          })
            ? 1
            : 0,
        );
        expect(isValid({ ...once, corrections })).toBe(true);
      }),
    );
  });

  it('keeps what was changed by hand in either part', () => {
    const [first, second] = splitLine(line, 2 * SECOND, 'b')!;
    const changed = {
      ...second,
      corrections: [{ start: 1.5 * SECOND, end: 1.6 * SECOND, drawing: 'o' }],
    };
    expect(joinedLine(first, changed)!.corrections.map(({ drawing }) => drawing)).toEqual([
      ...['open', 'wide', 'o'],
    ]);
  });

  it.each([
    ['of another row', { row: 'other' }],
    ['of another voice', { voice: { ...testVoice, working: 'f'.repeat(64) } }],
    ['that begins later', { start: 2 * SECOND + 1 }],
    ['that goes on elsewhere in the voice', { offset: SECOND - 1 }],
  ])('nothing is joined with a line %s', (_, change) => {
    const [first, second] = splitLine(line, 2 * SECOND, 'b')!;
    expect(joinedLine(first, { ...second, ...change })).toBeNull();
  });
});

describe('lines in a scene', () => {
  const voices = ['b', 'c', 'd'].map((id) => ({ id, name: id, voice: testVoice }));

  it('come one after the other, with a gap', () => {
    const lines = linesInTurn(voices, 'member', SECOND, SECOND / 4);
    expect(lines.map(({ start }) => start / SECOND)).toEqual([1, 3.25, 5.5]);
    expect(lines.map(({ row, name }) => [row, name])).toEqual([
      ...[
        ['member', 'b'],
        ['member', 'c'],
        ['member', 'd'],
      ],
    ]);
  });

  it('make the scene longer, to a whole frame, and never shorter', () => {
    const lines = linesInTurn(voices, 'member', SECOND, 1);
    const longer = withLines(scene, lines);
    expect(longer.length).toBeGreaterThanOrEqual(endOf(lines[2]!));
    expect(longer.length % frameLength(scene.frameRate)).toBe(0);
    expect(longer.length - endOf(lines[2]!)).toBeLessThan(frameLength(scene.frameRate));
    expect(lengthFor(longer, [whole])).toBe(longer.length);
    expect(sceneSchema.isValidSync(longer, { strict: true })).toBe(true);
  });

  it('can be taken out', () => {
    const both = withLines(scene, [whole]);
    expect(Object.keys(withoutLines(both, new Set(['line'])).lines)).toEqual(['a']);
  });

  it('never begin before the scene does', () => {
    expect([movedLine(whole, 7).start, movedLine(whole, -7).start]).toEqual([7, 0]);
  });

  it('make room for another: what follows moves, what is before stays', () => {
    const lines = linesInTurn(voices, 'member', 0, 0);
    const spaced = withRoomAt(withLines(scene, lines), 2 * SECOND, SECOND, new Set(['d']));
    expect(['b', 'c', 'd'].map((id) => spaced.lines[id]!.start / SECOND)).toEqual([0, 3, 4]);
  });
});

describe('a long recording', () => {
  const pause = (start: number, end: number) => ({ start: toFlicks(start), end: toFlicks(end) });
  const split = (of: Line, ...pauses: ReturnType<typeof pause>[]) => {
    let made = 0;
    return splitAtPauses(of, pauses, toFlicks(0.3), () => `piece ${++made}`);
  };
  const long = scene.lines['line']!;

  it('comes apart in the middle of its longer pauses, and nothing is lost', () => {
    const pieces = split(long, pause(0.4, 0.8), pause(1, 1.1), pause(1.2, 1.6));
    expect(pieces.map(({ start, length }) => [start, start + length])).toEqual(
      [
        [0, 0.6],
        [0.6, 1.4],
        [1.4, 2],
      ].map((times) => times.map((time) => long.start + toFlicks(time))),
    );
    expect(pieces[0]!.id).toBe(long.id);
    expect(new Set(pieces.map(({ id }) => id)).size).toBe(3);
    const joined = pieces.slice(1).reduce((whole, piece) => joinedLine(whole, piece)!, pieces[0]!);
    expect(joined).toEqual(long);
  });

  it('that was looked at in parts is known to be when it is joined', () => {
    const [first, second] = split(long, pause(0.4, 0.8));
    const seen = [first!, second!].map((piece, at) =>
      withReviewed(piece, { start: toFlicks(at), end: toFlicks(at + 0.25) }),
    );
    expect(joinedLine(seen[0]!, seen[1]!)!.reviewed).toEqual([pause(0, 0.25), pause(1, 1.25)]);
  });

  it('is left whole by pauses outside what is heard, and at its very ends', () => {
    const trimmed = trimmedStart(long, long.start + toFlicks(1));
    expect(split(trimmed, pause(0.2, 0.7), pause(1.8, 2.2))).toEqual([trimmed]);
    expect(split(long)).toEqual([long]);
  });
});

it('lines of one speaker that are heard at once are found, those of others not', () => {
  const size = { width: 100, height: 100 };
  const two = withMember(scene, { id: 'other', character: 'character', name: 'Twin', size });
  const at = (id: string, start: number, row = 'member'): Line => ({ ...whole, id, row, start });
  // Two seconds each.
  const lines = [at('a', 0), at('b', SECOND), at('c', 2 * SECOND), at('d', SECOND, 'other')];
  const all = withLines(withoutLines(two, new Set(['line'])), lines);
  const found = (id: string) => linesAtOnce(all, all.lines[id]!).map((line) => line.id);
  expect(['a', 'b', 'c', 'd'].map(found)).toEqual([['b'], ['a', 'c'], ['b'], []]);
});
