import fc from 'fast-check';
import { DEFAULT_FIT } from '../mouth/fitSettings';
import { richScene, roundedDigest } from '../testing';
import type { Line } from './scene';
import { evaluate, restingMouth } from './evaluate';
import { drawingsIn, sameFrame } from '../frame';
import { prepareScene } from './prepare';
import { hash, testMaterial } from '../testing/testScene';

const material = testMaterial();
const prepared = prepareScene(material);
const shownAt = (time: number, scene = prepared) =>
  drawingsIn(evaluate(scene, time).items).map(({ media }) => media);
const withLine = (change: object) =>
  prepareScene({
    ...material,
    scene: {
      ...material.scene,
      lines: material.scene.lines.map((line) => ({ ...line, ...change })),
    },
  });

describe('evaluate', () => {
  it('shows the mouth shut in silence and open in speech', () => {
    expect(shownAt(0.5)).toEqual([hash('a')]);
    expect(shownAt(1.5)).toEqual([hash('b')]);
  });
  it('rests after the line and before it', () => {
    expect(shownAt(5)).toEqual([hash('a')]);
    expect(shownAt(1.5, withLine({ start: 1 }))).toEqual([hash('a')]);
    expect(shownAt(2.5, withLine({ start: 1 }))).toEqual([hash('b')]);
  });
  it('shows what was set by hand', () => {
    expect(
      shownAt(0.5, withLine({ corrections: [{ start: 0.4, end: 0.6, drawing: 'open' }] })),
    ).toEqual([hash('b')]);
  });
  it('shows in pauses what the line asks for, if it is there', () => {
    expect(shownAt(0.5, withLine({ silence: 'open' }))).toEqual([hash('b')]);
    expect(shownAt(0.5, withLine({ silence: 'lost' }))).toEqual([hash('a')]);
  });
  it('passes over a correction to a drawing that is gone', () => {
    expect(
      shownAt(0.5, withLine({ corrections: [{ start: 0.4, end: 0.6, drawing: 'lost' }] })),
    ).toEqual([hash('a')]);
  });
  it('rests without a track', () => {
    expect(shownAt(1.5, withLine({ track: null }))).toEqual([hash('a')]);
  });
  it('leaves out a member whose character is missing', () => {
    expect(shownAt(1, prepareScene({ ...material, characters: new Map() }))).toEqual([]);
  });
  it('stands the artwork inside the stage, centred', () => {
    const { matrix, width, height } = drawingsIn(evaluate(prepared, 0).items)[0]!;
    const [scale, , , , left, top] = matrix;
    expect(left).toBeGreaterThan(0);
    expect(left + scale * width).toBeCloseTo(1920 - left);
    expect(top + scale * height).toBeCloseTo(1080 - top);
  });
  it('is the same for the same time, in any order', () => {
    const times = fc.array(fc.double({ min: 0, max: 3, noNaN: true }), {
      minLength: 1,
      maxLength: 20,
    });
    fc.assert(
      fc.property(times, (order) => {
        const once = order.map((time) => evaluate(prepared, time));
        const again = [...order].reverse().map((time) => evaluate(prepareScene(material), time));
        again.reverse().forEach((frame, at) => expect(sameFrame(frame, once[at]!)).toBe(true));
      }),
      { numRuns: 25 },
    );
  });
});

describe('a mouth that moves smoothly', () => {
  const rich = richScene();
  const lips = (change: Partial<Line>) => {
    const lines = rich.scene.lines.flatMap((line) =>
      line.id === 'lips' ? [{ ...line, start: 0, corrections: [], ...change }] : [],
    );
    const scene = prepareScene({ ...rich, scene: { ...rich.scene, lines } });
    return (time: number) =>
      roundedDigest(evaluate(scene, time).items.filter(({ id }) => id.startsWith('lips/mouth')));
  };
  const fit = { ...DEFAULT_FIT, early: 0 };

  it('leads the sound by the time that is set', () => {
    const [onTime, ahead] = [lips({ fit }), lips({ fit: { ...fit, early: 0.1 } })];
    expect(ahead(0.25)).toBe(onTime(0.35));
    expect(ahead(0.35)).not.toBe(onTime(0.35));
  });
  it('holds what was set by hand, and moves again after it', () => {
    const corrections = [{ start: 0.2, end: 0.4, drawing: 'viseme 14' }];
    const [free, corrected] = [lips({ fit }), lips({ fit, corrections })];
    expect(corrected(0.25)).toBe(corrected(0.35));
    expect(corrected(0.25)).not.toBe(free(0.25));
    expect(corrected(0.45)).toBe(free(0.45));
  });
  it('speaks the first of two lines that overlap', () => {
    const [first] = rich.scene.lines.filter(({ id }) => id === 'lips');
    const lines = [
      { ...first!, start: 0 },
      { ...first!, id: 'again', start: 0.9, track: 'second' },
    ];
    const both = prepareScene({ ...rich, scene: { ...rich.scene, lines } });
    const alone = prepareScene({ ...rich, scene: { ...rich.scene, lines: lines.slice(0, 1) } });
    for (const time of [0.6, 1, 1.5]) {
      expect(sameFrame(evaluate(both, time), evaluate(alone, time))).toBe(true);
    }
    expect(sameFrame(evaluate(both, 2.05), evaluate(alone, 2.05))).toBe(false);
  });
});

it('shows who speaks live as they speak, and the others as the scene says', () => {
  const rich = prepareScene(richScene());
  const mouth = restingMouth(rich.members[0]!.character.mouth!);
  const live = new Map([['two', { ...mouth, drawing: 'open' }]]);
  const shown = (time: number, speaking?: typeof live) =>
    evaluate(rich, time, speaking).items.map(({ id }) => id);
  expect(shown(0)).toContain('two/rest');
  expect(shown(0, live)).toContain('two/open');
  expect(shown(0, live).filter((id) => !id.startsWith('two/'))).toEqual(
    shown(0).filter((id) => !id.startsWith('two/')),
  );
});

it('tells frames that look different from ones that look the same', () => {
  expect(sameFrame(evaluate(prepared, 0.1), evaluate(prepared, 0.9))).toBe(true);
  expect(sameFrame(evaluate(prepared, 0.1), evaluate(prepared, 1.5))).toBe(false);
  const frame = evaluate(prepared, 0.1);
  expect(sameFrame(frame, { ...frame, background: '#000000' })).toBe(false);
});
