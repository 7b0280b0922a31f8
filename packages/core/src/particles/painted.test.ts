import { MARK, type ParticlesItem } from '../frame';
import type { ParticleStyle } from './emitter';
import { paintedSwarm } from './painted';
import { emitterOf } from './presets';
import { OF, STATE, Swarm } from './swarm';

const STYLE: ParticleStyle = {
  ...emitterOf('confetti', { width: 800, height: 600 }, 1).style,
  ...{ colors: ['#000000', '#ff0000'], colored: 'over life', faces: 'way' },
  ...{ fadeIn: 0, fadeOut: 0, opacity: 1, size: { mean: 20, spread: 0 } },
};

/** A particle that flies down, from x 100 and y 50, a quarter of its life old. */
const FLYING = {
  ...{ x: 100, y: 50, vx: 0, vy: 120, age: 30, life: 120, key: 7, state: STATE.flies, met: 0 },
} as const satisfies Record<Exclude<keyof typeof OF, 'numbers'>, number>;

function painted(
  changes: Partial<Record<keyof typeof FLYING, number>>,
  { style = STYLE, since = 0 }: { style?: ParticleStyle; since?: number } = {},
): ParticlesItem {
  const swarm = new Swarm();
  const at = swarm.add();
  for (const [name, value] of Object.entries({ ...FLYING, ...changes })) {
    swarm.numbers[at + OF[name as keyof typeof FLYING]] = value;
  }
  const [item] = paintedSwarm({ id: 'one', style }, swarm, since);
  return item as ParticlesItem;
}
const markOf = ({ marks }: ParticlesItem, name: keyof typeof MARK) => marks[MARK[name]]!;
const toneOf = (item: ParticlesItem) => item.tones[markOf(item, 'tone')]!;

it('moves on between steps while it flies, and not where it lies', () => {
  const since = 1 / 240;
  expect(markOf(painted({}, { since }), 'y')).toBeCloseTo(50.5, 4);
  expect(markOf(painted({ state: STATE.sticks }, { since }), 'y')).toBe(50);
});

it('is as large as it is, turned the way that it flies, upright, or any way', () => {
  const turnOf = (style: ParticleStyle, age = 30) => {
    const item = painted({ age }, { style });
    const [x, y] = [markOf(item, 'cosine'), markOf(item, 'sine')];
    expect(Math.hypot(x, y)).toBeCloseTo(20, 3);
    return Math.atan2(y, x);
  };
  expect(turnOf(STYLE)).toBeCloseTo(Math.PI / 2, 4);
  expect(Math.abs(turnOf({ ...STYLE, faces: 'up' }))).toBeLessThan(0.36);
  const spins = { ...STYLE, faces: 'any', spin: 3 } as const;
  expect(turnOf(spins)).not.toBeCloseTo(turnOf(spins, 36), 1);
});

it('goes through its colours in its life, or has one of them all along', () => {
  const colors = [0, 60, 119].map((age) => toneOf(painted({ age })).color);
  expect(colors).toEqual(['#100000', '#8f0000', '#ef0000']);
  const each = { ...STYLE, colored: 'each' } as const;
  for (let key = 0; key < 20; key++) {
    const own = [0, 60, 119].map((age) => toneOf(painted({ age, key }, { style: each })).color);
    expect(new Set(own).size).toBe(1);
    expect(STYLE.colors).toContain(own[0]);
  }
});

it('comes and goes', () => {
  const style = { ...STYLE, fadeIn: 0.25, fadeOut: 0.5, opacity: 0.8 };
  const opacities = [0, 45, 119].map((age) => toneOf(painted({ age }, { style })).opacity);
  expect(opacities[0]).toBeLessThan(0.3);
  expect(opacities[1]).toBeCloseTo(0.8, 6);
  expect(opacities[2]).toBeLessThan(0.2);
});

it('splashes into drops that fly away from what it met and grow smaller', () => {
  const splash = { state: STATE.splashed, vx: 0, vy: -1, met: 30, life: 50 };
  const drops = (age: number) => {
    const { marks, looks } = painted({ ...splash, age });
    return Array.from({ length: marks.length / MARK.numbers }, (_, drop) => {
      const at = drop * MARK.numbers;
      const look = looks[marks[at + MARK.look]!]!.name;
      return { look, y: marks[at + MARK.y]!, size: marks[at + MARK.cosine]! };
    });
  };
  const [first, later] = [drops(32), drops(44)];
  expect(first.map(({ look }) => look)).toEqual(['dot', 'dot', 'dot']);
  first.forEach(({ y, size }, at) => {
    expect(y).toBeLessThan(FLYING.y);
    expect(size).toBeGreaterThan(1);
    expect(later[at]!.size).toBeLessThan(size);
  });
});
