import fc from 'fast-check';
import { mixControls } from '../controls';
import { controlsOf } from '../character';
import { OPEN_VOWEL, SILENCE } from '../speech/visemes';
import { bodyMapOf, type BodyMap } from '../performance';
import { MEMBER, NOD, saidScene } from '../testing/saidScene';
import { evenly } from '../testing/evenly';
import { LiveLife, liveLifeSource } from './liveLife';

const BODY: BodyMap = {
  ...{ turn: 'turn', nod: 'nod', tilt: 'tilt', lean: null, breath: 'breath' },
  ...{ brows: [{ control: 'brow', amount: 1 }], arms: [], ears: [], glow: null },
  ...{ gaze: true, lids: true },
};

/** How far a target goes, moment by moment, while a voice has these levels; null is silence. */
function moved(target: string, levels: readonly (number | null)[], seed = 1): number[] {
  const life = new LiveLife(seed);
  return levels.map((level) => {
    life.hear(level === null ? { viseme: SILENCE, level: -70 } : { viseme: OPEN_VOWEL, level });
    life.pass(0.01);
    return life.shares(BODY).get(target)!;
  });
}
const said = (level: number | null, seconds: number) =>
  new Array<number | null>(Math.round(100 * seconds)).fill(level);

describe('LiveLife', () => {
  it('nods at a stressed word, soon, and not at one that is as loud as the others', () => {
    const stressed = [...said(-32, 2), ...said(-16, 0.25), ...said(-32, 1)];
    const nods = moved('nod', stressed);
    const first = nods.findIndex((share, at) => at > 150 && share > 0.1);
    expect(first).toBeGreaterThan(200);
    expect(first).toBeLessThan(220);
    expect(nods.at(-1)).toBeCloseTo(0, 2);
    expect(Math.max(...moved('nod', said(-32, 4)).slice(150))).toBe(0);
  });

  it('without a voice only breathes and looks about', () => {
    const still = said(null, 20);
    expect(Math.max(...moved('nod', still))).toBe(0);
    expect(Math.max(...moved('brow', still))).toBe(0);
    const breath = moved('breath', still);
    expect([Math.min(...breath), Math.max(...breath)]).toEqual([
      expect.closeTo(0, 2),
      expect.closeTo(1, 2),
    ]);
    const gaze = moved('gaze/x', still);
    expect(Math.max(...gaze) - Math.min(...gaze)).toBeGreaterThan(0.2);
  });

  it('stays within its limits, without a jump of the head, whatever is heard', () => {
    const level = fc.oneof(fc.constant(null), evenly(-90, 0));
    fc.assert(
      fc.property(
        fc.array(level, { minLength: 50, maxLength: 400 }),
        fc.nat(1000),
        (heard, seed) => {
          for (const target of ['nod', 'turn', 'tilt', 'breath', 'brow', 'gaze/x', 'gaze/y']) {
            const shares = moved(target, heard, seed);
            for (const share of shares) expect(Math.abs(share)).toBeLessThanOrEqual(1);
            if (target.startsWith('gaze')) continue;
            shares.slice(1).forEach((share, at) => {
              expect(Math.abs(share - shares[at]!)).toBeLessThan(0.12);
            });
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

it('life is added to what a character does, as far as its controls go', () => {
  const character = saidScene().characters.get(MEMBER)!;
  const controls = controlsOf(character);
  expect(bodyMapOf(character).nod).toBe(NOD);
  const source = liveLifeSource(
    controls,
    new Map([
      [NOD, 0.5],
      ['gone', 1],
    ]),
  );
  const values = mixControls(controls, [source], 0);
  // Its limit is at 2.
  expect(controls.range(values, NOD)).toBe(1);
});
