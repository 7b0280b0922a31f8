import { emptyScene } from './starterScene';
import { withMember } from './castEdits';
import { withRecord } from '../records';
import { snappedMove, snappedTurn } from './stageSnaps';

const size = { width: 100, height: 100 };
const scene = ['a', 'b'].reduce(
  (now, id) => withMember(now, { id, character: 'c', name: id, size }),
  emptyScene('Snaps'),
);
const at =
  (id: string, x: number, y: number, change = {}) =>
  (now: typeof scene) => ({
    ...now,
    cast: withRecord(now.cast, id, (one) => ({ ...one, x, y, ...change })),
  });
const placed = at('b', 300, 800)(at('a', 1200, 1000)(scene));

describe('a member that is moved', () => {
  it('is drawn to the middle of the stage and to its lower edge', () => {
    expect(snappedMove(placed, 'a', { x: -243, y: 77 }, 5)).toEqual({
      by: { x: -240, y: 80 },
      guides: { x: 960, y: 1080 },
    });
  });
  it('is drawn to where somebody else stands, the nearest of all', () => {
    expect(snappedMove(placed, 'a', { x: -898, y: -204 }, 5)).toEqual({
      by: { x: -900, y: -200 },
      guides: { x: 300, y: 800 },
    });
    expect(snappedMove(placed, 'a', { x: -500, y: -204 }, 5).guides).toEqual({ x: null, y: 800 });
  });
  it('goes where it is moved to elsewhere', () => {
    const by = { x: -400, y: 33 };
    expect(snappedMove(placed, 'a', by, 5)).toEqual({ by, guides: { x: null, y: null } });
    expect(snappedMove(placed, 'nobody', by, 5).by).toBe(by);
  });
  it('is not drawn to whoever goes along, nor to who is not seen', () => {
    const group = at('a', 1200, 1000, { group: 'g' })(at('b', 300, 800, { group: 'g' })(placed));
    const hidden = at('b', 300, 800, { hidden: true })(placed);
    for (const now of [group, hidden]) {
      expect(snappedMove(now, 'a', { x: -898, y: -204 }, 5).guides).toEqual({ x: null, y: null });
    }
  });
});

describe('a turn', () => {
  it('is drawn to upright', () => {
    expect(snappedTurn(0.5, -0.48, false)).toBeCloseTo(-0.5);
    expect(snappedTurn(0.5, -0.4, false)).toBe(-0.4);
    expect(snappedTurn(0, 2 * Math.PI + 0.01, false)).toBeCloseTo(2 * Math.PI);
  });
  it('goes in steps of 15 degrees where that is wished', () => {
    expect(snappedTurn(0.1, 0.2, true)).toBeCloseTo(Math.PI / 12 - 0.1);
    expect(snappedTurn(0, 1.5, true)).toBeCloseTo(Math.PI / 2);
  });
});
