import { describeChanges } from './changes';
import { testMaterial, testVoice, hash } from '../testing/testScene';
import { testTrack, type TestSound } from '../testing/testTrack';
import { frameLength, toFlicks } from '../time';
import { lineSchema, withReviewed } from './line';
import { withLines } from './lineEdits';
import { withVoiceReplaced } from './replaceVoice';

const { scene } = testMaterial();
const FRAME = frameLength('24');
/** A word, each of its sounds so long. */
const word = (text: string, seconds: number, ...visemes: number[]) =>
  visemes.map((viseme): TestSound => [viseme as TestSound[0], seconds, text]);
const pause = (seconds: number): TestSound => [0, seconds];

const BEFORE = testTrack(
  pause(0.5),
  ...word('fog', 0.125, 2, 13, 5),
  ...word('over', 0.125, 13, 2, 9),
  pause(0.25),
  ...word('marsh', 0.125, 1, 10, 6),
);
const line = {
  ...scene.lines['line']!,
  ...{ start: 12 * FRAME, mood: 'cross', gain: 3 },
  corrections: [
    // The vowel of “fog”, all of “over”, and the lips of “marsh”.
    { start: 15 * FRAME, end: 18 * FRAME, drawing: 'open' },
    { start: toFlicks(0.875), end: toFlicks(1.25), drawing: 'closed' },
    { start: 36 * FRAME, end: 39 * FRAME, drawing: 'open' },
  ],
};
const replace = (...parts: TestSound[]) => {
  const track = testTrack(...parts);
  const voice = { ...testVoice, working: hash('7'), duration: toFlicks(track.duration) };
  return withVoiceReplaced(line, BEFORE, { voice, track, id: hash('8') }, '24');
};
const frames = ({ line: { corrections } }: ReturnType<typeof replace>) =>
  corrections.map(({ start, end, drawing }) => [start / FRAME, end / FRAME, drawing]);

it('mouths set by hand go to the same sounds of the same words, spoken slower and later', () => {
  const slower = replace(
    pause(1),
    ...word('Fog,', 0.25, 2, 13, 5),
    ...word('over', 0.25, 13, 2, 9),
    ...word('marsh', 0.25, 1, 10, 6),
  );
  expect(slower.lost).toEqual([]);
  expect(frames(slower)).toEqual([
    [30, 36, 'open'],
    [42, 60, 'closed'],
    [60, 66, 'open'],
  ]);
});

it('what is no longer said is lost, and named with its word', () => {
  const shorter = replace(
    pause(0.5),
    ...word('fog', 0.125, 2, 13, 5),
    ...word('marsh', 0.125, 1, 10, 6),
  );
  expect(frames(shorter).map(([, , drawing]) => drawing)).toEqual(['open', 'open']);
  expect(shorter.lost).toEqual([{ ...line.corrections[1], word: 'over' }]);
});

it('everything else that was set stays, and all of the new recording is heard', () => {
  const { line: now } = replace(...word('marsh', 1, 1, 10, 6));
  expect(now).toMatchObject({
    ...{ id: line.id, name: line.name, script: line.script, mood: 'cross', gain: 3 },
    ...{ start: line.start, offset: 0, length: toFlicks(3), track: hash('8'), reviewed: [] },
  });
  expect(lineSchema.isValidSync(now, { strict: true })).toBe(true);
});

it('of a line that was trimmed, too, all of the new recording is heard from where the line begins', () => {
  const trimmed = { ...line, offset: toFlicks(0.5), length: toFlicks(1) };
  const track = testTrack(...word('marsh', 0.5, 1, 10, 6));
  const voice = { ...testVoice, duration: toFlicks(1.5) };
  const { line: now } = withVoiceReplaced(trimmed, BEFORE, { voice, track, id: hash('8') }, '24');
  expect([now.start, now.offset, now.length]).toEqual([line.start, 0, toFlicks(1.5)]);
});

it('a mouth that is shorter than a frame takes the one in which its middle lies', () => {
  // From 6.6 to 7.2 frames: the nearest frame to its start is the eighth, but it is mostly in the seventh.
  const track = testTrack(pause(6.6 / 24), [13, 0.6 / 24, 'fog'], pause(1));
  const before = testTrack([13, 0.25, 'fog']);
  const short = {
    ...line,
    corrections: [{ start: 0, end: toFlicks(0.25), drawing: 'open' }],
  };
  const voice = { ...testVoice, duration: toFlicks(track.duration) };
  const replaced = withVoiceReplaced(short, before, { voice, track, id: hash('8') }, '24');
  expect(frames(replaced)).toEqual([[6, 7, 'open']]);
});

it('fades are no longer than a shorter recording, and what was looked at is to be looked at again', () => {
  const faded = withReviewed(
    { ...line, fadeIn: toFlicks(0.5), fadeOut: toFlicks(1) },
    { start: 0, end: FRAME },
  );
  const track = testTrack(...word('fog', 0.1, 2, 13, 5));
  const voice = { ...testVoice, duration: toFlicks(0.3) };
  const { line: now } = withVoiceReplaced(faded, BEFORE, { voice, track, id: hash('8') }, '24');
  expect(lineSchema.isValidSync(now, { strict: true })).toBe(true);
  expect(now.reviewed).toEqual([]);
});

it('without anything heard before, nothing can follow', () => {
  const track = testTrack(...word('fog', 0.1, 2, 13, 5));
  const { lost } = withVoiceReplaced(line, null, { voice: testVoice, track, id: hash('8') }, '24');
  expect(lost.map(({ drawing, word: where }) => [drawing, where])).toEqual([
    ['open', null],
    ['closed', null],
    ['open', null],
  ]);
});

it('is said among what changed', () => {
  const { line: now } = replace(...word('marsh', 1, 1, 10, 6));
  const before = withLines(scene, [line]);
  expect(describeChanges(before, withLines(before, [now])).join(' ')).toMatch(/has another voice/);
});

describe('changes of mood', () => {
  const from = (time: number, mood: string) => ({
    time: toFlicks(time),
    mood,
    pauseDrawing: null,
    blend: 0,
  });
  // At “over”, and at “marsh”.
  const moods = [from(0.875, 'cheerful'), from(1.5, 'cross')];
  const replaced = (before: typeof BEFORE | null, ...parts: TestSound[]) => {
    const track = testTrack(...parts);
    const voice = { ...testVoice, working: hash('7'), duration: toFlicks(track.duration) };
    const { moods: moved } = withVoiceReplaced(
      { ...line, moods },
      before,
      { voice, track, id: hash('8') },
      '24',
    ).line;
    return moved.map(({ time, mood }) => [time / toFlicks(1), mood]);
  };
  const slow = [
    ...[pause(1), ...word('fog', 0.25, 2, 13, 5), ...word('over', 0.25, 13, 2, 9)],
    ...[pause(0.5), ...word('marsh', 0.25, 1, 10, 6)],
  ];

  it('go with their words', () => {
    expect(replaced(BEFORE, ...slow)).toEqual([
      [1.75, 'cheerful'],
      [3, 'cross'],
    ]);
  });
  it('stay as far along the voice where nothing was heard in it', () => {
    // The voice was two seconds long, and is 3.75.
    expect(replaced(null, ...slow)).toEqual([
      [(0.875 * 3.75) / 2, 'cheerful'],
      [(1.5 * 3.75) / 2, 'cross'],
    ]);
  });
  it('never come out of order, nor at a time that there is not', () => {
    const turned = [...word('marsh', 0.25, 1, 10, 6), ...word('over', 0.25, 13, 2, 9)];
    const times = replaced(BEFORE, pause(1), ...turned).map(([time]) => Number(time));
    expect([...times].sort((a, b) => a - b)).toEqual(times);
    expect(new Set(times).size).toBe(times.length);
    for (const time of times) expect(time).toBeLessThan(2.5);
  });
  it('that fall together are one', () => {
    const both = [from(0.9, 'cheerful'), from(0.95, 'cross')];
    const short = testTrack(pause(0.5), ...word('over', 0.000001, 13, 2, 9), pause(1));
    const voice = { ...testVoice, duration: toFlicks(short.duration) };
    const { moods: moved } = withVoiceReplaced(
      { ...line, moods: both },
      BEFORE,
      { voice, track: short, id: hash('8') },
      '24',
    ).line;
    expect(moved.length).toBeLessThanOrEqual(1);
    expect(lineSchema.isValidSync({ ...line, moods: moved })).toBe(true);
  });
});

it('mouths set by hand go to their sounds in a voice that is shaped', () => {
  const track = testTrack(
    pause(0.5),
    ...word('fog', 0.125, 2, 13, 5),
    ...word('over', 0.125, 13, 2, 9),
    pause(0.25),
    ...word('marsh', 0.125, 1, 10, 6),
  );
  const voice = { ...testVoice, working: hash('7'), duration: toFlicks(track.duration) };
  // At half the pace everything is twice as late.
  const shaped = { working: hash('9'), peaks: hash('6'), duration: 2 * voice.duration };
  const slow = withVoiceReplaced(line, BEFORE, { voice, shaped, track, id: hash('8') }, '24');
  expect(slow.lost).toEqual([]);
  expect(slow.line).toMatchObject({
    ...{ duration: 2 * voice.duration, length: 2 * voice.duration },
    shaped: { working: hash('9'), peaks: hash('6') },
  });
  expect(frames(slow).map(([start]) => start)).toEqual([30, 42, 72]);
});
