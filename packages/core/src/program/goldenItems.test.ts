import { paintedMoments, richScene, type Moment } from '../testing';
import golden from '../testing/goldenMoments.json' with { type: 'json' };

let found: readonly Moment[] = [];
beforeAll(() => void (found = paintedMoments()));

it.each(Object.keys(richScene().scene.cast))(
  'the mouth of the kind “%s” and its face paint what they did, at every time',
  (id) => {
    const wanted: readonly Moment[] = golden;
    const differing = found.filter(({ members }, at) => members[id] !== wanted[at]!.members[id]);
    expect(differing.map(({ time }) => time)).toEqual([]);
    // Something moves in each of them.
    expect(new Set(found.map(({ members }) => members[id])).size).toBeGreaterThan(1);
  },
);
