import fc from 'fast-check';
import { bodyMapOf } from '../performance';
import { richScene } from '../testing/richScene';
import {
  everyChannel,
  FACE_AT_REST,
  FACE_CHANNELS,
  mirroredFace,
  type FaceValues,
} from './channels';
import { FaceFeed } from './faceFeed';
import { faceLinksOf, linkedShares } from './faceLinks';
import { RangeLearner } from './faceRange';
import { faceSettingsSchema, USUAL_FACE, type FaceSettings } from './faceSettings';
import { OneEuroFilter } from './oneEuro';
import { ACTINGS, simulatedFace } from './simulatedFace';

const RATE = 30;
const face = (values: Partial<FaceValues>): FaceValues => ({ ...FACE_AT_REST, ...values });
/** Settings under which what comes is taken over as it is. */
const PLAIN: FaceSettings = {
  ...USUAL_FACE,
  channels: Object.fromEntries(
    FACE_CHANNELS.map((channel) => [channel, { strength: 1, smoothing: 0, limit: 1 }]),
  ) as unknown as FaceSettings['channels'],
};
/** What a feed makes of a channel over time; null where no face is seen. */
function fed(turns: readonly (number | null)[], settings: FaceSettings = PLAIN): number[] {
  const feed = new FaceFeed(settings);
  return turns.map(
    (turn, at) =>
      feed.push({ time: at / RATE, values: turn === null ? null : face({ turn }) }).turn,
  );
}
/** What a feed gives once a face has been there for two seconds. */
const shown = (values: Partial<FaceValues>, settings: FaceSettings) => {
  const feed = new FaceFeed(settings);
  const all = Array.from({ length: 60 }, (_, at) =>
    feed.push({ time: at / RATE, values: face(values) }),
  );
  return all.at(-1)!;
};
const settled = (turn: number, settings: FaceSettings) => shown({ turn }, settings).turn;
const jumps = (values: readonly number[]) =>
  Math.max(...values.slice(1).map((value, at) => Math.abs(value - values[at]!)));

describe('a face that is taken over', () => {
  it('comes from its own rest, as strongly as is wanted, and goes no further than its limit', () => {
    const turn = (change: Partial<FaceSettings['channels']['turn']>) => ({
      ...PLAIN,
      channels: { ...PLAIN.channels, turn: { ...PLAIN.channels.turn, ...change } },
    });
    expect(settled(0.5, PLAIN)).toBeCloseTo(0.5);
    expect(settled(0.5, { ...PLAIN, rest: face({ turn: 0.3 }) })).toBeCloseTo(0.2);
    expect(settled(0.5, turn({ strength: 1.5 }))).toBeCloseTo(0.75);
    expect(settled(0.5, turn({ strength: -1 }))).toBeCloseTo(-0.5);
    expect(settled(0.5, turn({ strength: 3, limit: 0.8 }))).toBeCloseTo(0.8);
  });
  it('goes all of its way where it went furthest while that was learnt', () => {
    const learner = new RangeLearner(face({ turn: 0.1 }));
    for (let at = 0; at < 900; at++) learner.push(face({ turn: 0.1 + 0.4 * Math.sin(at / 20) }));
    const range = learner.finish()!;
    const settings = { ...PLAIN, rest: face({ turn: 0.1 }), range };
    expect(settled(0.5, settings)).toBeGreaterThan(0.97);
    expect(settled(-0.3, settings)).toBeLessThan(-0.97);
    expect(settled(0.1, settings)).toBeCloseTo(0);
    // What did not move only trembled: it is not blown up.
    expect(range.most.nod).toBe(0);
    expect(shown({ nod: 0.05 }, settings).nod).toBeCloseTo(0.05);
    expect(new RangeLearner(null).finish()).toBeNull();
  });
  it('is that of a mirror, or of somebody opposite', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 16 }),
        (some) => {
          const values = everyChannel((channel) => some[FACE_CHANNELS.indexOf(channel)]!);
          expect(mirroredFace(mirroredFace(values))).toEqual(values);
        },
      ),
    );
    expect(settled(0.5, { ...PLAIN, mirrored: false })).toBeCloseTo(-0.5);
    const wink = shown({ 'left lid': 1 }, { ...PLAIN, mirrored: false });
    expect(wink['left lid']).toBe(0);
    expect(wink['right lid']).toBeCloseTo(1);
  });
  it('stays for a moment when it is lost, eases to rest, and comes back without a jump', () => {
    const lost = [...Array<number>(30).fill(0.8), ...Array<null>(60).fill(null)];
    const all = fed([...lost, ...Array<number>(60).fill(-0.8)]);
    expect(all[32]).toBeCloseTo(0.8);
    expect(all[89]).toBeCloseTo(0);
    expect(jumps(all.slice(30, 90))).toBeLessThan(0.12);
    expect(all[90]).toBeCloseTo(0);
    expect(all.at(-1)).toBeCloseTo(-0.8, 2);
    expect(jumps(all.slice(89))).toBeLessThan(0.25);
  });
  it('is at rest while there never was one', () => {
    expect(fed([null, null, null])).toEqual([0, 0, 0]);
  });
  it('comes in without a jump at the beginning, and at 5 readings a second too', () => {
    const feed = new FaceFeed(PLAIN);
    const slow = Array.from({ length: 20 }, (_, at) => {
      return feed.push({ time: at / 5, values: face({ turn: 0.9 }) }).turn;
    });
    expect(slow[0]).toBe(0);
    expect(slow.at(-1)).toBeCloseTo(0.9, 2);
  });
  it('is kept and read again; what is no setting is refused', () => {
    const settings = { ...USUAL_FACE, rest: FACE_AT_REST };
    expect(faceSettingsSchema.validateSync(settings)).toEqual(settings);
    const wrong = { ...settings, channels: { ...settings.channels, turn: { strength: NaN } } };
    expect(faceSettingsSchema.isValidSync(wrong)).toBe(false);
  });
});

describe('the One Euro filter', () => {
  const run = (values: readonly number[], cutoff: number) => {
    const filter = new OneEuroFilter();
    return values.map((value, at) => filter.next(value, at / RATE, cutoff));
  };
  it('calms what trembles, and is close to what moves', () => {
    const trembling = Array.from({ length: 300 }, (_, at) => 0.02 * (at % 2 === 0 ? 1 : -1));
    expect(Math.max(...run(trembling, 1).slice(30).map(Math.abs))).toBeLessThan(0.008);
    const moving = Array.from({ length: 60 }, (_, at) => Math.min(1, at / 10));
    const followed = run(moving, 1);
    expect(moving[10]! - followed[10]!).toBeLessThan(0.3);
    expect(followed.at(-1)).toBeCloseTo(1, 2);
  });
  it('leaves alone where nothing is to be smoothed', () => {
    expect(run([0, 1, 0, 1], Infinity)).toEqual([0, 1, 0, 1]);
  });
});

describe('a simulated face', () => {
  const readings = (acting: (typeof ACTINGS)[number], seconds = 16) =>
    Array.from({ length: seconds * RATE }, (_, at) => simulatedFace(acting, at / RATE));
  it('is the same whenever it is asked, and never out of range', () => {
    for (const acting of ACTINGS) {
      expect(readings(acting)).toEqual(readings(acting));
      const all = readings(acting).flatMap(({ values }) => Object.values(values ?? {}));
      expect(Math.max(...all.map(Math.abs))).toBeLessThanOrEqual(1);
    }
  });
  it('acts as it is told', () => {
    const most = (acting: (typeof ACTINGS)[number], channel: keyof FaceValues) =>
      Math.max(...readings(acting).map(({ values }) => Math.abs(values?.[channel] ?? 0)));
    expect(most('lively', 'turn')).toBeGreaterThan(1.5 * most('calm', 'turn'));
    expect(most('looking away', 'gaze across')).toBeGreaterThan(0.8);
    expect(most('sneezing', 'nod')).toBeGreaterThan(0.8);
    const seen = readings('lost').filter(({ values }) => values);
    expect(seen.length).toBeLessThan(readings('lost').length);
    expect(seen.length).toBeGreaterThan(readings('lost').length / 2);
  });
});

describe('what goes along with a face', () => {
  const character = [...richScene().characters.values()].find(
    ({ eyes }) => eyes.pupils.length > 0,
  )!;
  it('is what the character has', () => {
    const links = faceLinksOf(character);
    const targets = links.map(({ target }) => target);
    expect(targets).toContain('gaze/x');
    expect(targets).not.toContain(null);
    const body = bodyMapOf(character);
    expect(targets.includes(body.turn ?? '')).toBe(body.turn !== null);
    expect(
      faceLinksOf({ ...character, eyes: { ...character.eyes, pupils: [] } }).map(
        ({ target }) => target,
      ),
    ).not.toContain('gaze/x');
  });
  it('goes the mean way of its channels', () => {
    const links = [
      { target: 'eyes.closed', channels: ['left lid', 'right lid'], amount: 1 },
      { target: 'gaze/x', channels: ['gaze across'], amount: -0.5 },
    ] as const;
    const shares = linkedShares(links, face({ 'left lid': 1, 'gaze across': 0.4 }));
    expect([...shares]).toEqual([
      ['eyes.closed', 0.5],
      ['gaze/x', -0.2],
    ]);
  });
});
