import { mapped } from '../geometry';
import { RICH_CHARACTERS } from '../testing/richCharacters';
import { targetOf } from './articulation';
import { chartOf, mouthPose, partsOfMouth, type MouthRig } from './mouthRig';

const rigOf = (kind: string) => RICH_CHARACTERS.get(kind)!.mouth!;

describe('the parts that a mouth needs', () => {
  it.each([
    ['two', ['mouth', 'rest', 'open']],
    ['strip', ['mouth', 'lips', 'half', 'open', 'brow']],
    ['cut', ['skull']],
    ['lips', ['mouth', 'brow']],
    ['jaw', ['jaw', 'crown']],
  ])('%s', (kind, parts) => {
    expect(partsOfMouth(rigOf(kind))).toEqual(parts);
  });
  it('has its own inside among them', () => {
    const cut = rigOf('cut') as MouthRig & { kind: 'cut' };
    const inside = { kind: 'part', part: 'throat' } as const;
    expect(partsOfMouth({ ...cut, inside })).toEqual(['skull', 'throat']);
  });
});

describe('what can be shown', () => {
  it('are the drawings of a drawn mouth, and the shapes of the sounds for others', () => {
    expect(chartOf(rigOf('two')).drawings).toHaveLength(2);
    expect(chartOf(rigOf('strip')).drawings.map(({ drawing }) => drawing)).toContain('half');
    const { rest, drawings } = chartOf(rigOf('lips'));
    expect([rest, drawings.length, drawings[0]!.label]).toEqual(['viseme 0', 15, 'rest']);
  });
});

describe('parts that follow a mouth', () => {
  const jaw = rigOf('jaw');
  const open = { drawing: 'viseme 10', articulation: targetOf(10) };
  const at = (share: number) => mouthPose(jaw, open, share).get('crown')!.move!;

  it('move by their share', () => {
    const [none, half, all] = [0, 0.5, 1].map((share) => mapped(at(share), { x: 95, y: 80 }));
    expect(none).toEqual({ x: 95, y: 80 });
    expect([half!.y, all!.y]).toEqual([78, 76]);
    // Away from its pivot it also grows.
    expect(mapped(at(1), { x: 195, y: 80 }).x).toBeCloseTo(95 + 1.05 * 100);
    expect(mapped(at(0.5), { x: 195, y: 80 }).x).toBeCloseTo(95 + 1.025 * 100);
  });
  it('move on top of what the mouth itself does with them', () => {
    const follower = { part: 'jaw', x: 10, y: 0, turn: 0, scale: 1, pivot: { x: 0, y: 0 } };
    const own = mouthPose({ ...jaw, followers: [] }, open, 1).get('jaw')!.move!;
    const both = mouthPose({ ...jaw, followers: [follower] }, open, 1).get('jaw')!.move!;
    const point = { x: 150, y: 90 };
    const [alone, moved] = [mapped(own, point), mapped(both, point)];
    expect(moved.x).toBeCloseTo(alone.x + 10);
    expect(moved.y).toBeCloseTo(alone.y);
  });
});
