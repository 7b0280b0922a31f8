import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { PassRecorder } from './passRecorder';
import { readingAt } from './recording';
import { readRecording, writeRecording } from './recordingFile';

const STILL = () => 0;

describe('a pass', () => {
  it('is what was moved, as it was moved', () => {
    const pass = new PassRecorder();
    for (const [time, value] of [
      [0, 1],
      [0.5, 2],
      [1, 4],
    ] as const) {
      pass.move('nod', time, value);
    }
    const [nod] = pass.finish(2, STILL)!.channels;
    expect([0, 0.25, 0.75, 1, 2].map((time) => readingAt(nod!, time))).toEqual([1, 1.5, 3, 4, 4]);
  });
  it('plays back as before until a control is taken hold of, and softly again once it is let go', () => {
    const pass = new PassRecorder();
    pass.move('nod', 1, 5);
    pass.letGo('nod', 2);
    const [nod] = pass.finish(4, (_control, time) => time)!.channels;
    const at = (time: number) => readingAt(nod!, time);
    expect([at(0.2), at(0.8), at(3.5)]).toEqual(
      [0.2, 0.8, 3.5].map((value) => expect.closeTo(value, 4)),
    );
    expect([at(1), at(1.5), at(2)]).toEqual([5, 5, 5]);
    expect(at(2.1)).toBeCloseTo((5 + 2.2) / 2, 4);
  });
  it('goes on where a control is taken hold of again', () => {
    const pass = new PassRecorder();
    pass.move('nod', 0, 1);
    pass.letGo('nod', 0.5);
    pass.letGo('nod', 0.6);
    pass.move('nod', 1.5, 3);
    const [nod] = pass.finish(2, STILL)!.channels;
    expect([0.5, 1, 1.5, 2].map((time) => Math.round(readingAt(nod!, time)))).toEqual([1, 0, 3, 3]);
  });
  it('is nothing where nothing was moved, or it was over at once', () => {
    expect(new PassRecorder().finish(5, STILL)).toBeNull();
    const pass = new PassRecorder();
    pass.letGo('nod', 1);
    expect(pass.finish(5, STILL)).toBeNull();
    pass.move('nod', 0, 1);
    expect(pass.finish(0, STILL)).toBeNull();
  });
  it('can be kept, whatever was done in whatever order', () => {
    const step = fc.record({
      control: fc.constantFrom('a', 'b'),
      time: evenly(-0.5, 3),
      value: fc.option(evenly(-2, 2), { nil: null }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), evenly(0.1, 4), (steps, duration) => {
        const pass = new PassRecorder();
        for (const { control, time, value } of steps.toSorted((a, b) => a.time - b.time)) {
          if (value === null) pass.letGo(control, time);
          else pass.move(control, time, value);
        }
        const made = pass.finish(duration, STILL);
        if (made) expect(readRecording(writeRecording(made))).toEqual(made);
      }),
    );
  });
});
