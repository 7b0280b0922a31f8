import { mapped } from '../../geometry';
import { inTable } from '../../records';
import { hash } from '../../testing/testScene';
import { CHARACTER_VERSION, characterSchema, type Character } from '../character';
import { bodyControlsOf } from '../bodyControl';
import { bodyPose } from '../bodyPose';
import { NO_EYES } from '../eyes';
import { withControlMirrored } from '../mirrorControl';
import { plainPart, type Part } from '../part';
import { jointOf, rootOf } from './joints';
import { bodyPlanOf } from './bodyPlan';
import { bodyProposals } from './setUpBody';

/** Parts by their names and boxes; what begins with a dash lies inside the one before it that doesn't. */
function characterOf(boxes: Readonly<Record<string, readonly [number, number, number, number]>>) {
  let holder: string | null = null;
  const parts = Object.entries(boxes).map(([written, [x, y]]) => {
    const inside = written.startsWith('-');
    const id = written.replace(/^-/, '');
    const parent = inside ? holder : null;
    if (!inside) holder = id;
    return plainPart({ id, name: id, parent, drawing: id, pivot: { x, y } });
  });
  const drawings = Object.entries(boxes).map(([written, [x, y, width, height]]) => [
    written.replace(/^-/, ''),
    { kind: 'raster', media: hash('a'), x, y, width, height },
  ]);
  return {
    ...{ schemaVersion: CHARACTER_VERSION, name: 'Body', width: 400, height: 600 },
    ...{ mouth: null, eyes: NO_EYES, controls: {} },
    drawings: Object.fromEntries(drawings),
    parts: inTable<Part>(parts),
  } as unknown as Character;
}

const body = characterOf({
  background: [0, 0, 400, 600],
  tail: [260, 480, 120, 30],
  'leg left': [230, 480, 40, 120],
  'leg right': [130, 480, 40, 120],
  body: [120, 240, 160, 260],
  'arm left': [260, 250, 40, 200],
  'hand left': [258, 430, 44, 40],
  'arm right': [100, 250, 40, 200],
  head: [120, 40, 160, 220],
  '-nose': [190, 150, 20, 20],
  '-brow left': [210, 90, 40, 10],
  'ear left': [260, 60, 40, 60],
  hat: [110, 20, 180, 60],
});
const setUp = (character: Character) =>
  bodyProposals(character).reduce((now, proposal) => proposal.apply(now), character);
const named = (character: Character, name: string) =>
  bodyControlsOf(character).find((control) => control.name === name)!;

describe('the plan of a body', () => {
  const plan = bodyPlanOf(body);
  it('is read off what its parts were recognised as', () => {
    expect(plan.head).toEqual(['head', 'ear left', 'hat']);
    expect(plan.body).toEqual(['body']);
    expect(plan.whole).not.toContain('background');
    expect(plan.limbs.map(({ role, side, parts }) => [role, side, parts])).toEqual([
      ['tail', null, ['tail']],
      ['leg', 'left', ['leg left']],
      ['leg', 'right', ['leg right']],
      ['arm', 'left', ['arm left', 'hand left']],
      ['arm', 'right', ['arm right']],
      ['ear', 'left', ['ear left']],
    ]);
  });
  it('knows how far features lie in front of what holds them', () => {
    const depths = new Map(plan.features.map(({ part, depth }) => [part, depth]));
    expect(depths.get('nose')! + depths.get('head')!).toBeCloseTo(1);
    expect(depths.get('nose')!).toBeGreaterThan(depths.get('brow left')!);
    expect(depths.get('ear left')!).toBeLessThan(depths.get('head')!);
  });
});

describe('joints', () => {
  it('lie where a part overlaps what carries it', () => {
    expect(jointOf(body, ['head'], ['body'])).toEqual({ x: 200, y: 250 });
    const shoulder = rootOf(body, ['arm left', 'hand left'], ['body'])!;
    expect(shoulder.x).toBeGreaterThan(257);
    expect(shoulder.x).toBeLessThan(282);
    expect(shoulder.y).toBeGreaterThan(250);
    expect(shoulder.y).toBeLessThan(330);
    const root = rootOf(body, ['tail'], ['body'])!;
    expect(root.x).toBeLessThan(300);
  });
  it('lie at the nearest edge where nothing overlaps, and nowhere without a drawing', () => {
    const apart = characterOf({ body: [0, 300, 100, 100], head: [20, 0, 60, 80] });
    expect(jointOf(apart, ['head'], ['body'])).toEqual({ x: 50, y: 80 });
    expect(jointOf(apart, ['nobody'], ['body'])).toBeNull();
  });
});

describe('a control for the other side', () => {
  const arms = bodyProposals(body)
    .find(({ name }) => name === 'Left arm')!
    .apply(body);
  const both = withControlMirrored(arms, named(arms, 'Left arm').id, 'other');

  it('does to the parts of the other side the same, the other way round', () => {
    const [left, right] = [named(both, 'Left arm'), named(both, 'Right arm')];
    expect(right).toMatchObject({ min: -1, max: 1, rest: 0, easing: 'linear' });
    const [one, other] = [left.stops[1]!.parts, right.stops[1]!.parts];
    expect(other['arm right']!.turn).toBe(-one['arm left']!.turn);
    expect(other['arm right']!.y).toBe(one['arm left']!.y);
    // There is no other hand.
    expect(other['hand left']!.x).toBeCloseTo(-one['hand left']!.x);
  });
  it('has a name of its own where its name tells no side', () => {
    const tilted = bodyProposals(body)
      .find(({ name }) => name === 'Tail')!
      .apply(body);
    const mirrored = withControlMirrored(tilted, named(tilted, 'Tail').id, 'other');
    expect(named(mirrored, 'Tail, other side').stops[0]!.parts['tail']!.turn).toBeCloseTo(
      -named(mirrored, 'Tail').stops[0]!.parts['tail']!.turn,
    );
  });
});

describe('a body that is set up by itself', () => {
  const done = setUp(body);
  const poseAt = (name: string, value: number) => {
    const { id } = named(done, name);
    return bodyPose(done.parts, bodyControlsOf(done), (one) => (one === id ? value : 0));
  };

  it('gets a control for each thing that it can do, and is a character that can be saved', () => {
    expect(bodyControlsOf(done).map(({ name }) => name)).toEqual([
      ...['Head tilt', 'Head turn', 'Head nod', 'Lean', 'Breath', 'Tail', 'Left leg'],
      ...['Right leg', 'Left arm', 'Right arm', 'Left ear'],
    ]);
    expect(() => characterSchema.validateSync(done)).not.toThrow();
    expect(bodyProposals(done)).toEqual([]);
  });
  it('turns all of the head about one neck', () => {
    const pose = poseAt('Head tilt', 1);
    const neck = { x: 200, y: 250 };
    expect([...pose.keys()]).toEqual(['head', 'ear left', 'hat']);
    for (const { move } of pose.values()) {
      expect(mapped(move!, neck)).toEqual({ x: expect.closeTo(200), y: expect.closeTo(250) });
      expect(Math.atan2(move![1], move![0])).toBeCloseTo(Math.PI / 18);
    }
  });
  it('carries a hand along with its arm, about the shoulder', () => {
    const shoulder = rootOf(body, ['arm left', 'hand left'], ['body'])!;
    const pose = poseAt('Left arm', 1);
    expect([...pose.keys()].sort()).toEqual(['arm left', 'hand left']);
    for (const { move } of pose.values()) {
      expect(mapped(move!, shoulder)).toEqual({
        x: expect.closeTo(shoulder.x),
        y: expect.closeTo(shoulder.y),
      });
    }
    expect(done.parts['arm left']!.pivot).toEqual(shoulder);
    // Arms of both sides go up for the same value.
    const handAt = (part: string, name: string) =>
      mapped(poseAt(name, 1).get(part)!.move!, { x: 200, y: 440 }).x - 200;
    expect(Math.sign(handAt('arm left', 'Left arm'))).toBe(
      -Math.sign(handAt('arm right', 'Right arm')),
    );
  });
  it('moves what lies in front further as the head turns', () => {
    const pose = poseAt('Head turn', 1);
    const nose = pose.get('nose')!.move![4] + pose.get('head')!.move![4];
    const brow = pose.get('brow left')!.move![4] + pose.get('head')!.move![4];
    expect(nose).toBeGreaterThan(brow);
    expect(brow).toBeGreaterThan(pose.get('head')!.move![4]);
  });
  it('leaves at rest what is at rest', () => {
    const still = bodyPose(done.parts, bodyControlsOf(done), () => 0);
    for (const { move } of still.values()) {
      move!.forEach((value, at) => expect(value).toBeCloseTo([1, 0, 0, 1, 0, 0][at]!));
    }
  });
  it('nods, but doesn’t turn, where a face is drawn from the side', () => {
    const profile = characterOf({
      ...{ body: [100, 240, 160, 260], head: [120, 40, 160, 160] },
      ...{ nose: [270, 110, 90, 30], 'brow left': [230, 80, 30, 8] },
    });
    const names = bodyProposals(profile).map(({ name }) => name);
    expect(names).toContain('Head nod');
    expect(names).not.toContain('Head turn');
  });
  it('is not proposed where nothing is recognised, nor a limb that is both in one', () => {
    expect(bodyProposals(characterOf({ blob: [0, 0, 9, 9] }))).toEqual([]);
    const both = characterOf({ body: [0, 0, 100, 200], arms: [-40, 20, 180, 50] });
    expect(bodyProposals(both).map(({ name }) => name)).toEqual(['Lean', 'Breath']);
  });
});
