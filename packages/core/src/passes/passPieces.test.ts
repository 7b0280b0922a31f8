import fc from 'fast-check';
import { PassRecorder } from './passRecorder';
import { passPieceSchema, recoveredPass, type PassEvent, type PassPiece } from './passPieces';

const pieces = (events: readonly PassEvent[], each: number): PassPiece[] =>
  Array.from({ length: Math.ceil(events.length / each) }, (_, at) => {
    const own = events.slice(at * each, (at + 1) * each);
    return { duration: own.at(-1)![1], events: own, cues: [] };
  });

describe('a pass that was kept in pieces', () => {
  it('is what it would have been, wherever it was cut', () => {
    const event = fc.tuple(
      fc.constantFrom('nod', 'turn'),
      fc.double({ min: 0.01, max: 0.2, noNaN: true }),
      fc.option(fc.double({ min: -1, max: 1, noNaN: true })),
    );
    fc.assert(
      fc.property(
        fc.array(event, { minLength: 1, maxLength: 40 }),
        fc.integer({ min: 1, max: 9 }),
        (steps, each) => {
          let time = 0;
          const events = steps.map(([control, by, value]): PassEvent => [
            control,
            (time += by),
            value,
          ]);
          const whole = new PassRecorder();
          for (const [control, at, value] of events) {
            if (value === null) whole.letGo(control, at);
            else whole.move(control, at, value);
          }
          const played = (_control: string, at: number) => at / 100;
          expect(recoveredPass(pieces(events, each), played)).toEqual({
            ...{ duration: time, cues: [], recording: whole.finish(time, played) },
          });
        },
      ),
    );
  });
  it('has the cues that were fired by the last piece, and is nothing without a piece', () => {
    const cues = [{ cue: 'wink', start: 5, length: 7 }];
    const kept = [
      { duration: 1, events: [], cues: [] },
      { duration: 2, events: [], cues },
    ];
    expect(recoveredPass(kept, () => 0)).toEqual({ duration: 2, cues, recording: null });
    expect(recoveredPass([], () => 0)).toEqual({ duration: 0, cues: [], recording: null });
  });
  it('is refused where it can’t be one', () => {
    const valid = (change: object) =>
      passPieceSchema.isValidSync(
        { duration: 1, events: [['nod', 0.5, 0.2]], cues: [], ...change },
        { strict: true },
      );
    expect([
      valid({}),
      valid({ events: [['nod', 0.5, null]] }),
      valid({ events: [['nod', 0.5, Infinity]] }),
      valid({ events: [['nod']] }),
      valid({ duration: -1 }),
      valid({ cues: [{ cue: 'wink' }] }),
    ]).toEqual([true, true, false, false, false, false]);
  });
});
