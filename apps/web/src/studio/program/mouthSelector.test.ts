import type { HeldDrawing } from '@cruvo/core/mouth';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { selectAtOnce, type SelectionRequest } from '@cruvo/core/program';
import { RICH_CHARACTERS, testTrack } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { MouthSelector } from './mouthSelector';

const rig = RICH_CHARACTERS.get('chart')!.mouth!;
const chart = 'chart' in rig ? rig.chart : null;
const track = testTrack([0, 0.5], [10, 0.5]);
const request = (seconds: number, change: Partial<SelectionRequest> = {}): SelectionRequest => ({
  ...{ line: 'line', mood: '', track, fit: DEFAULT_FIT, rig, chart: chart!, frameRate: '24' },
  duration: toFlicks(seconds),
  ...change,
});
const mouths = (drawing: string): HeldDrawing[] => [{ start: 0, end: 1, drawing }];

/** A selector whose choices elsewhere are answered one by one. */
function opened() {
  const asked: SelectionRequest[] = [];
  const answers: ((mouths: HeldDrawing[]) => void)[] = [];
  const failures: (() => void)[] = [];
  let chosen = 0;
  const selector = new MouthSelector(
    (wish) => {
      asked.push(wish);
      return new Promise((resolve, reject) => {
        answers.push(resolve);
        failures.push(() => reject(new Error('Gone.')));
      });
    },
    () => void chosen++,
  );
  const turn = () => new Promise((resolve) => setImmediate(resolve));
  const answer = async (drawing: string) => {
    answers.at(-1)!(mouths(drawing));
    await turn();
  };
  const fail = async () => {
    failures.at(-1)!();
    await turn();
  };
  return { select: selector.select, asked, answer, fail, chosen: () => chosen };
}

describe('MouthSelector', () => {
  it('chooses the mouths of short lines at once', () => {
    const { select, asked } = opened();
    expect(select(request(2))).toEqual(selectAtOnce(request(2)));
    expect(asked).toEqual([]);
  });
  it('has those of many short lines chosen elsewhere too, and knows them from then on', async () => {
    const { select, asked, answer } = opened();
    const lines = Array.from({ length: 12 }, (_, at) => request(7, { line: `line ${at}` }));
    const answers = lines.map(select);
    expect(answers.map((mouths) => mouths !== null)).toEqual(lines.map((_, at) => at < 8));
    for (let at = 8; at < 12; at++) await answer(`mouth ${at}`);
    expect(asked.map(({ line }) => line)).toEqual(['line 8', 'line 9', 'line 10', 'line 11']);
    expect(lines.slice(8).map(select)).toEqual([8, 9, 10, 11].map((at) => mouths(`mouth ${at}`)));
    await new Promise((resolve) => setTimeout(resolve));
    expect(select(request(7))).not.toBeNull();
  });
  it('has those of long lines chosen elsewhere, tells of it, and knows them from then on', async () => {
    const { select, asked, answer, chosen } = opened();
    const long = request(60);
    expect(select(long)).toBeNull();
    expect(asked).toEqual([long]);
    await answer('open');
    expect(chosen()).toBe(1);
    expect(select({ ...long })).toEqual(mouths('open'));
    expect(asked).toHaveLength(1);
  });
  it('tells less and less often while many are chosen, and of the last', async () => {
    const { now } = performance;
    let time = 0;
    performance.now = () => time;
    const { select, answer, chosen } = opened();
    for (let line = 0; line < 50; line++) select(request(60, { line: `line ${line}` }));
    const told: number[] = [];
    for (let line = 0; line < 50; line++) {
      time += 50;
      const before = chosen();
      await answer('open');
      if (chosen() > before) told.push(time);
    }
    performance.now = now;
    expect(told).toEqual([50, 200, 450, 800, 1350, 2150, 2500]);
  });
  it('asks for nothing but the latest wish of each line, one at a time', async () => {
    const { select, asked, answer } = opened();
    const fit = (strength: number) => ({ ...DEFAULT_FIT, strength });
    for (const strength of [0.5, 0.6, 0.7, 0.8]) select(request(60, { fit: fit(strength) }));
    select(request(60, { line: 'other' }));
    expect(asked).toHaveLength(1);
    await answer('a');
    await answer('b');
    await answer('c');
    expect(asked.map(({ line, fit: { strength } }) => [line, strength])).toEqual([
      ['line', 0.5],
      ['line', 0.8],
      ['other', 1],
    ]);
  });
  it('tells requests apart by all that the choice depends on', async () => {
    const { select, answer } = opened();
    const long = request(60);
    select(long);
    await answer('open');
    for (const other of [
      request(61),
      request(60, { fit: { ...DEFAULT_FIT } }),
      request(60, { frameRate: '25' }),
      request(60, { track: { ...track } }),
    ]) {
      expect(select(other)).toBeNull();
    }
    expect(select(long)).not.toBeNull();
  });
  it('chooses here where elsewhere fails', async () => {
    const { select, fail, chosen } = opened();
    select(request(60));
    await fail();
    expect(chosen()).toBe(1);
    expect(select(request(60))).toEqual(selectAtOnce(request(60)));
  });
});
