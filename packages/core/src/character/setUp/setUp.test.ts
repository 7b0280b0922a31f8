import { middleOf, distance, IDENTITY, mapped } from '../../geometry';
import { outlineBounds, weightAt } from '../../mesh';
import { inTable } from '../../records';
import { hash } from '../../testing/testScene';
import { CHARACTER_VERSION, characterSchema, NO_BODY, type Character } from '../character';
import { bodyControlsOf } from '../bodyControl';
import { gripControlId, pointsOf, regionKey } from '../bend/bend';
import { bodyPose } from '../bodyPose';
import { bodyControlId, controlsOf } from '../controls';
import { NO_EYES } from '../eyes';
import { withControlMirrored } from '../mirrorControl';
import { plainPart, type Part } from '../part';
import { placesOf } from '../posed';
import { poseOf } from '../poseOf';
import type { TraceParts } from './proposal';
import { boundsOf, jointOf, rootOf } from './joints';
import { bodyPlanOf } from './bodyPlan';
import { DEPTH_RANGE, faceDepths, withFaceDepth } from './depths';
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
    ...{ mouth: null, eyes: NO_EYES, ...NO_BODY },
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
/** Everything is as large as its box. */
const tracing =
  (character: Character): TraceParts =>
  (ids) => {
    const box = boundsOf(character, ids);
    if (!box) return null;
    const { x, y, width, height } = box;
    return [
      [
        ...[
          { x, y },
          { x: x + width, y },
          { x: x + width, y: y + height },
        ],
        { x, y: y + height },
      ],
    ];
  };
const noPictures: TraceParts = () => null;
const setUp = (character: Character, trace = tracing(character)) =>
  bodyProposals(character).reduce((now, proposal) => proposal.apply(now, trace), character);
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
    .apply(body, noPictures);
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
      .apply(body, noPictures);
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
    expect(characterSchema.isValidSync(setUp(body, noPictures))).toBe(true);
  });
  it('turns all of the head about one neck', () => {
    const pose = poseAt('Head tilt', 1);
    const neck = { x: 200, y: 250 };
    expect([...pose.keys()].sort()).toEqual(['ear left', 'hat', 'head']);
    for (const { move } of pose.values()) {
      expect(mapped(move!, neck)).toEqual({ x: expect.closeTo(200), y: expect.closeTo(250) });
      expect(Math.atan2(move![1], move![0])).toBeCloseTo(Math.PI / 18);
    }
  });
  it('carries a hand along with its arm, about the shoulder', () => {
    const pose = poseAt('Left arm', 1);
    const { pivot } = done.parts['arm left']!;
    const moves = ['arm left', 'hand left'].map((id) => pose.get(id)!.move!);
    for (const move of moves) {
      expect(mapped(move, pivot)).toEqual({
        x: expect.closeTo(pivot.x),
        y: expect.closeTo(pivot.y),
      });
    }
    // Arms of both sides go up for the same value.
    const handAt = (part: string, name: string) =>
      mapped(poseAt(name, 1).get(part)!.move!, { x: 200, y: 440 }).x - 200;
    expect(Math.sign(handAt('arm left', 'Left arm'))).toBe(
      -Math.sign(handAt('arm right', 'Right arm')),
    );
  });
  it('bends arms at an elbow down to a hand to drag, and legs at a knee down to a foot that stays', () => {
    const kinds = (name: string) => {
      const bend = Object.values(done.bends).find((one) => one.name === name)!;
      return pointsOf(bend).map(({ name: point, kind, y }) => [point, kind, Math.round(y / 10)]);
    };
    expect(kinds('Left arm bends')).toEqual([
      ['Shoulder', 'pivot', expect.any(Number)],
      ['Elbow', 'joint', expect.any(Number)],
      ['Hand', 'grip', 45],
    ]);
    const [shoulder, elbow, hand] = kinds('Left arm bends').map(([, , y]) => Number(y));
    expect(shoulder).toBeLessThan(30);
    expect(elbow! - shoulder!).toBeGreaterThan(5);
    expect(hand! - elbow!).toBeGreaterThan(5);
    expect(kinds('Right leg bends').map(([, kind]) => kind)).toEqual(['pivot', 'joint', 'plant']);
  });
  it('lets what overlaps the body go along with it, and the body alone lean', () => {
    expect(done.joints['arm left']).toEqual({ id: 'arm left', kind: 'fixed', to: 'body' });
    expect(done.joints['head']).toBeUndefined();
    const lean = poseAt('Lean', 1);
    expect(lean.has('body')).toBe(true);
    expect(lean.has('arm left')).toBe(false);
    const place = (id: string, value: number) => {
      const set = controlsOf(done);
      const values = set.rest.slice();
      set.set(values, bodyControlId(named(done, 'Lean').id), value);
      const places = placesOf(done, IDENTITY, poseOf(done, values));
      return mapped(places.get(id)!, done.parts[id]!.pivot);
    };
    const [arm, trunk] = [
      place('arm left', 1),
      mapped(lean.get('body')!.move!, done.parts['arm left']!.pivot),
    ];
    expect(distance(arm, trunk)).toBeLessThan(1e-6);
    expect(distance(arm, place('arm left', 0))).toBeGreaterThan(5);
  });
  it('makes a relief of the head, whose middle goes along as it turns and whose edge stays', () => {
    const [relief] = Object.values(done.bends).filter(({ parts }) => parts.includes('head'));
    const [region] = Object.values(relief!.regions);
    const box = outlineBounds(relief!.outline);
    expect(weightAt(region!, box, middleOf(box))).toBeGreaterThan(0.6);
    expect(weightAt(region!, box, { x: box.x, y: box.y + 10 })).toBe(0);
    const [left, right] = named(done, 'Head turn').stops;
    const key = regionKey(relief!.id, region!.id);
    expect(left!.regions[key]!.x).toBe(-right!.regions[key]!.x);
    expect(right!.regions[key]!.x).toBeGreaterThan(10);
    // What lies upon it moves by its own depth.
    expect(done.joints['nose']).toMatchObject({ kind: 'floating' });
  });
  it('widens the near eye as the head turns, narrows the far one, and brings both inwards', () => {
    const face = characterOf({
      ...{ body: [120, 240, 160, 260], head: [120, 40, 160, 220], nose: [190, 150, 20, 20] },
      ...{ 'eye white left': [220, 110, 30, 20], 'eye white right': [150, 110, 30, 20] },
    });
    const [, right] = named(setUp(face), 'Head turn').stops;
    // The character's left is on the right of the page, to which it turns.
    const [far, near] = [right!.parts['eye white left']!, right!.parts['eye white right']!];
    expect(far.stretch).toBeCloseTo(0.9);
    expect(near.stretch).toBeCloseTo(1.1);
    expect(near.x).toBeGreaterThan(far.x);
  });
  it('hides the far ear as the head turns', () => {
    expect(poseAt('Head turn', 1).get('ear left')).toMatchObject({ behind: true });
    expect(poseAt('Head turn', -1).get('ear left')!.behind).toBeUndefined();
  });
  it('moves what lies in front further as the head turns', () => {
    const pose = poseAt('Head turn', 1);
    const across = (id: string) => {
      const { pivot } = done.parts[id]!;
      return mapped(pose.get(id)!.move!, pivot).x - pivot.x;
    };
    expect(across('nose')).toBeGreaterThan(across('brow left'));
    expect(across('brow left')).toBeGreaterThan(0);
  });
  it('has depths of its face, and moves what is brought forward further as it turns and nods', () => {
    const depthIn = (character: Character, id: string) =>
      faceDepths(character).find(({ part }) => part === id)?.depth;
    for (const { part, depth } of bodyPlanOf(body).features) {
      const holder = body.parts[part]!.parent;
      const own = bodyPlanOf(body).features.find((one) => one.part === holder)?.depth ?? 0;
      expect(depthIn(done, part)).toBeCloseTo(depth + own, 2);
    }
    const [nose, brow] = ['nose', 'brow left'].map((id) => depthIn(done, id)!);
    const deeper = withFaceDepth(done, 'nose', nose! - 0.5);
    expect(depthIn(deeper, 'nose')).toBeCloseTo(nose! - 0.5);
    expect(depthIn(deeper, 'brow left')).toBe(brow);
    // The head is 190 wide with its hat, and the tip of its nose goes 0.16 of that.
    const across = (character: Character) =>
      named(character, 'Head turn').stops.map(({ parts }) => parts['nose']?.x ?? 0);
    expect(across(done)[1]! - across(deeper)[1]!).toBeCloseTo(0.5 * 0.16 * 190);
    expect(across(deeper)[0]).toBeCloseTo(-across(deeper)[1]!);
    expect(depthIn(withFaceDepth(done, 'nose', 9), 'nose')).toBeCloseTo(DEPTH_RANGE.most);
    expect(faceDepths(body)).toEqual([]);
    expect(withFaceDepth(body, 'nose', 1)).toBe(body);
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
    expect(bodyProposals(both).map(({ name }) => name)).toEqual([
      ...['On the body', 'Lean', 'Breath'],
    ]);
  });
});

describe('what hangs loose', () => {
  const heron = characterOf({
    tail: [20, 500, 110, 40],
    body: [100, 380, 160, 180],
    neck: [170, 180, 50, 230],
    scarf: [160, 360, 80, 40],
    'scarf end': [150, 380, 30, 120],
    crest: [60, 120, 100, 30],
    head: [150, 100, 90, 90],
    'beak lower': [230, 140, 120, 30],
    'pupil left': [190, 130, 10, 10],
    tassel: [200, 540, 20, 90],
    cord: [190, 20, 10, 85],
  });
  const done = setUp(heron);
  const sways = Object.values(done.sways);

  it('sways: tails, ends of scarves, crests and tassels, but no collar and nothing that holds', () => {
    expect(sways.map(({ part }) => part).sort()).toEqual(['crest', 'scarf end', 'tail', 'tassel']);
    expect(done.joints['scarf end']).toMatchObject({ to: 'scarf' });
    expect(done.joints['tail']).toMatchObject({ to: 'body' });
  });
  it('bends along its length where it is long', () => {
    const crest = sways.find(({ part }) => part === 'crest')!;
    expect(crest.points).toHaveLength(4);
    const bend = Object.values(done.bends).find(({ parts }) => parts[0] === 'crest')!;
    const [root, ...others] = pointsOf(bend);
    expect(root!.kind).toBe('hold');
    // From the head to its loose end.
    expect(root!.x).toBeGreaterThan(others.at(-1)!.x + 50);
  });
  it('is carried by a long neck, on which the head stays level with all that lies on it', () => {
    expect(done.joints['head']).toEqual({ id: 'head', kind: 'pivot', to: 'neck' });
    expect(done.joints['beak lower']).toMatchObject({ kind: 'fixed', to: 'head' });
    const set = controlsOf(done);
    const values = set.rest.slice();
    const neck = Object.values(done.bends).find(({ name }) => name === 'Neck bends')!;
    set.set(values, gripControlId(neck.id, 'head'), { x: -60, y: 30 });
    const pose = poseOf(done, values);
    const places = placesOf(done, IDENTITY, pose);
    const [head, before] = [places.get('head')!, done.parts['head']!.pivot];
    expect(head.slice(0, 4)).toEqual([1, 0, 0, 1].map((value) => expect.closeTo(value)));
    expect(mapped(head, before).x - before.x).toBeCloseTo(-60, 0);
    expect(places.get('crest')!.map((value) => Math.round(value))).toEqual(
      head.map((value) => Math.round(value)),
    );
    expect(pose.get('neck')!.bend).toBeDefined();
  });
});
