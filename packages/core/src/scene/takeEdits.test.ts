import { hash, testVoice } from '../testing/testScene';
import { toFlicks } from '../time';
import { textLine, wholeLine, type Line } from './line';
import { nextTakeName, takeInUse, withBestTakes, withCurrentTake, withoutTake } from './takeEdits';
import { takesSchema } from './takes';

const first: Line = wholeLine({ id: 'a', row: 'row', name: 'a', start: 0, voice: testVoice });
const other = { ...testVoice, working: hash('9') };
let made = 0;
const newId = () => `take-${++made}`;

describe('takes', () => {
  const one = withCurrentTake(first, newId);
  const second: Line = {
    ...one,
    voice: other,
    track: hash('5'),
    offset: toFlicks(0.5),
    length: 10,
  };
  const two = withCurrentTake(second, newId);

  it('pile up, the one that is heard among them', () => {
    expect(two.takes.map(({ name, offset }) => [name, offset])).toEqual([
      ['Take 1', 0],
      ['Take 2', toFlicks(0.5)],
    ]);
    expect(takeInUse(two)?.name).toBe('Take 2');
    expect(takeInUse(first)).toBeUndefined();
    expect(takesSchema.isValidSync(two.takes)).toBe(true);
  });
  it('know what was set since, and are counted on', () => {
    const trimmed = withCurrentTake({ ...two, length: 20 }, newId);
    expect(trimmed.takes.map(({ length }) => length)).toEqual([testVoice.duration, 20]);
    expect(nextTakeName(trimmed.takes)).toBe('Take 3');
    expect(nextTakeName(withoutTake(two, two.takes[0]!.id).takes)).toBe('Take 3');
    expect(nextTakeName([])).toBe('Take 1');
  });
  it('are taken away, but never the one that is heard', () => {
    const ids = two.takes.map(({ id }) => id);
    expect(withoutTake(two, ids[0]!).takes.map(({ id }) => id)).toEqual([ids[1]]);
    expect(withoutTake(two, ids[1]!)).toEqual(two);
  });
  it('that are good are kept, and the one that is heard', () => {
    const third = withCurrentTake({ ...two, voice: { ...other, working: hash('7') } }, newId);
    const starred = third.takes.map((take, at) => ({ ...take, starred: at === 0 }));
    const names = (line: Line) => withBestTakes(line).takes.map(({ name }) => name);
    expect(names({ ...third, takes: starred })).toEqual(['Take 1', 'Take 3']);
    expect(names(third)).toEqual(['Take 3']);
  });
  it('are told in times of the recording, whatever the pace of the line', () => {
    const slow = { ...two, duration: 2 * other.duration, offset: toFlicks(1), length: toFlicks(2) };
    const [, take] = withCurrentTake(slow, newId).takes;
    expect(take).toMatchObject({ offset: toFlicks(0.5), length: toFlicks(1) });
  });
  it('are made of recordings only', () => {
    const scratch = { ...testVoice, scratch: { speaker: 'slt', wordsPerMinute: 150, pitch: 0 } };
    const spoken = { ...first, voice: scratch } as Line;
    expect(withCurrentTake(spoken, newId)).toBe(spoken);
    const text = textLine({ id: 'a', row: 'row', name: 'a', start: 0 });
    expect(withCurrentTake(text, newId)).toBe(text);
  });
  it('are refused where one goes on after its voice', () => {
    const [take] = one.takes;
    expect(takesSchema.isValidSync([{ ...take, offset: 1 }])).toBe(false);
  });
});
