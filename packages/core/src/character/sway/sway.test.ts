import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import { gripControlId } from '../bend/bend';
import { withBend, withSway } from '../bend/bendEdits';
import { withNewControl, withStop, withStopParts } from '../bodyEdits';
import type { Character } from '../character';
import { bodyControlId, controlsOf } from '../controls';
import { RICH_CHARACTERS } from '../../testing/richCharacters';
import { SimulationRun, STEP_RATE } from '../../simulation';
import { rootFrameOf } from './rootFrame';
import { swayControlId, type Sway } from './sway';
import { swaySimulations } from './swaySimulation';
import { windAt } from './wind';

const plain = RICH_CHARACTERS.get('chart')!;
const still = { stiffness: 0.4, damping: 0.3, weight: 0.5, wind: 0, seed: 1 };
const box = plain.drawings[plain.parts['glow']!.drawing!]!;

/** A part that a control moves aside, on which a chain of three links swings. */
function swinging(change: Partial<Sway> = {}): Character {
  const outline = [
    [
      { x: box.x, y: box.y },
      { x: box.x + box.width, y: box.y },
      { x: box.x + box.width, y: box.y + box.height },
    ],
  ];
  const points = [0, 1, 2, 3].map((at) => ({
    ...{ name: `P${at}`, kind: at === 0 ? ('hold' as const) : ('joint' as const) },
    ...{ x: box.x + 40, y: box.y + 5 + 9 * at },
  }));
  const bent = withBend(plain, 'Tail', ['glow'], outline, points, [
    [0, 1],
    [1, 2],
    [2, 3],
  ]);
  const swaying = withSway(bent, {
    ...{ name: 'Sways', part: 'glow', points: ['p0', 'p1', 'p2', 'p3'] },
    ...still,
    ...change,
  });
  const made = withStop(withNewControl(swaying, 'aside', 'Aside'), 'aside', 1);
  return withStopParts(made, 'aside', 1, ['glow'], (part) => ({ ...part, x: 30 }));
}

/** The angles of the links at steps, while the control is at some values. */
function angles(character: Character, values: (step: number) => number, steps: readonly number[]) {
  const set = controlsOf(character);
  const run = new SimulationRun(swaySimulations(character));
  const at = (step: number) => {
    const now = set.rest.slice();
    set.set(now, bodyControlId('aside'), values(step));
    return now;
  };
  const links = [0, 1, 2].filter((link) => set.slots.has(swayControlId('sways', link)));
  return steps.map((step) => {
    const now = at(step);
    run.seek(step, at, now);
    return links.map((link) => set.range(now, swayControlId('sways', link)));
  });
}
const jump = (step: number) => (step < 10 ? 0 : 1);
const seconds = (count: number) => Array.from({ length: count * STEP_RATE }, (_, at) => at);

it('has its root where it would be if that was asked for the first time, whatever has moved since', () => {
  // The second one hangs on what the first one swings.
  const chained = withSway(swinging(), {
    ...{ ...still, name: 'Whole', part: 'glow', points: [] },
  });
  for (const character of [swinging(), chained]) {
    const set = controlsOf(character);
    const root = { x: box.x + 40, y: box.y + 5 };
    const { at: kept, reads } = rootFrameOf(character, 'glow', root);
    const change = fc.tuple(fc.nat(set.rest.length - 1), evenly(-1, 1));
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
        const values = set.rest.slice();
        for (const [slot, value] of changes) {
          values[slot] = value;
          set.confine(values);
          expect(kept(values)).toEqual(rootFrameOf(character, 'glow', root).at(values));
          // Nothing but what it reads counts.
          const read = set.rest.slice();
          for (const one of reads) read[one] = values[one]!;
          expect(kept(read)).toEqual(kept(values));
        }
      }),
    );
  }
});

describe('what hangs loose', () => {
  it('stays behind when it is moved, swings over, and comes to rest', () => {
    const all = angles(swinging(), jump, seconds(6));
    expect(all[9]).toEqual([0, 0, 0]);
    // Moved to the right, its end stays to the left: turned clockwise on the page.
    expect(all[16]![0]).toBeGreaterThan(0.05);
    expect(Math.min(...all.map(([first]) => first!))).toBeLessThan(-0.01);
    all.at(-1)!.forEach((angle) => expect(Math.abs(angle)).toBeLessThan(0.005));
  });
  it('is the same at any step, in whatever order steps are asked for', () => {
    const character = swinging({ wind: 0.5 });
    const inOrder = angles(character, jump, seconds(3));
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 359 }), { minLength: 1, maxLength: 8 }),
        (steps) => {
          expect(angles(character, jump, steps)).toEqual(steps.map((step) => inOrder[step]));
        },
      ),
      { numRuns: 20 },
    );
  });
  it('comes back sooner the stiffer it is, and swings less the more it is damped', () => {
    const away = (change: Partial<Sway>, step: number) =>
      Math.abs(angles(swinging(change), jump, [step])[0]![0]!);
    expect(away({ stiffness: 0.95, damping: 0.9 }, 40)).toBeLessThan(
      away({ stiffness: 0.1, damping: 0.9 }, 40),
    );
    const swings = (damping: number) => {
      const all = angles(swinging({ damping }), jump, seconds(4)).map(([first]) => first!);
      return all.slice(1).filter((angle, at) => Math.sign(angle) !== Math.sign(all[at]!)).length;
    };
    expect(swings(0.05)).toBeGreaterThan(swings(0.9));
  });
  it.each([
    ['no weight', { weight: 0 }],
    ['all weight', { weight: 1 }],
    ['the least of everything', { stiffness: 0, damping: 0, weight: 0, wind: 0 }],
    ['the most of everything', { stiffness: 1, damping: 1, weight: 1, wind: 1 }],
  ])('stays within its bounds with %s, however it is thrown about', (_, change) => {
    const wild = (step: number) => (Math.floor(step / 7) % 2 === 0 ? -1 : 1);
    const all = angles(swinging(change), wild, seconds(4)).flat();
    expect(all.every((angle) => Number.isFinite(angle) && Math.abs(angle) < 1.4)).toBe(true);
  });
  it('moves in a wind of its own, another for another seed', () => {
    const blown = (seed: number) => angles(swinging({ wind: 0.8, seed }), () => 0, [240])[0]!;
    expect(Math.abs(blown(1)[2]!)).toBeGreaterThan(1e-4);
    expect(blown(1)).toEqual(blown(1));
    expect(blown(1)).not.toEqual(blown(2));
  });
  it('swings as a whole where it has no points', () => {
    const whole = { ...swinging(), sways: {} };
    const character = withSway(whole, { name: 'Sways', part: 'glow', ...still });
    const [rest, soon] = angles(character, jump, [9, 16]);
    expect([rest!.length, rest![0]]).toEqual([1, 0]);
    expect(Math.abs(soon![0]!)).toBeGreaterThan(0.02);
  });
  it('goes on hanging down while what carries it turns, the more the heavier it is', () => {
    const turnedBy = (weight: number) => {
      const character = withStopParts(swinging({ weight }), 'aside', 1, ['glow'], (part) => ({
        ...part,
        ...{ x: 0, turn: 0.5 },
      }));
      return angles(character, jump, [6 * STEP_RATE - 1])[0]![0]!;
    };
    expect(turnedBy(0)).toBeCloseTo(0, 2);
    expect(turnedBy(1)).toBeCloseTo(-0.5, 1);
    expect(turnedBy(0.5)).toBeLessThan(-0.1);
  });
  it('is not told apart by the last bits of what moves it', () => {
    const nearly = (step: number) => jump(step) * (1 - 1e-15);
    expect(angles(swinging(), nearly, [60])).toEqual(angles(swinging(), jump, [60]));
  });
});

it('what swings has a control for each link, and grips have their own', () => {
  const ids = controlsOf(swinging()).controls.map(({ id }) => id);
  expect(ids.filter((id) => id.startsWith('sway.'))).toEqual(
    [0, 1, 2].map((link) => swayControlId('sways', link)),
  );
  expect(ids).not.toContain(gripControlId('tail', 'p3'));
});

it('wind changes smoothly, between its bounds', () => {
  let before = windAt(5, 0);
  for (let at = 1; at < 2000; at++) {
    const now = windAt(5, at / 100);
    expect(Math.abs(now)).toBeLessThanOrEqual(1);
    expect(Math.abs(now - before)).toBeLessThan(0.08);
    before = now;
  }
});
