import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { mouthOverrides } from '../character/controls';
import { drawingsIn, sameFrame, type Frame } from '../frame';
import { mapped } from '../geometry';
import { DEFAULT_FIT } from '../mouth/fitSettings';
import { targetOf } from '../mouth/articulation';
import { withRecord } from '../records';
import type { CastMember } from '../scene/cast';
import type { Line } from '../scene/line';
import { hash, testMaterial } from '../testing/testScene';
import { richScene, roundedDigest } from '../testing';
import { toFlicks } from '../time';
import { compile, type Program, type SceneMaterial } from './compile';
import { liveSources } from './liveSources';
import { Player, type PlayerView } from './player';

const material = testMaterial();
const rich = richScene();
const program = compile(material);
/** The frame at a time in seconds. */
const frameAt = (of: Program, seconds: number): Frame => new Player(of).seek(toFlicks(seconds));
const changed = (of: SceneMaterial, line: string, change: Partial<Line>): SceneMaterial => ({
  ...of,
  scene: { ...of.scene, lines: withRecord(of.scene.lines, line, (one) => ({ ...one, ...change })) },
});
const shownAt = (time: number, of = program) =>
  drawingsIn(frameAt(of, time).items).map(({ media }) => media);
const withLine = (change: Partial<Line>) => compile(changed(material, 'line', change));
const held = (start: number, end: number, drawing: string) => [
  { start: toFlicks(start), end: toFlicks(end), drawing },
];

const hide = (member: CastMember): CastMember => ({ ...member, hidden: true });

describe('Player', () => {
  it('shows the mouth shut in silence and open in speech', () => {
    expect(shownAt(0.5)).toEqual([hash('a')]);
    expect(shownAt(1.5)).toEqual([hash('b')]);
  });
  it('shows one of the cast alone, and no backdrop, where that is wished', () => {
    const all = compile(rich);
    const idsIn = (view?: PlayerView) =>
      new Player(all, view).seek(toFlicks(0.3)).items.map(({ id }) => id);
    const owners = (ids: string[]) => [...new Set(ids.map((id) => id.split('/')[0]))];
    const [first] = all.members;
    const only = first!.member.id;
    expect(owners(idsIn())).toContain('backdrop');
    expect(owners(idsIn()).length).toBeGreaterThan(2);
    const alone = { only, captions: true };
    expect(owners(idsIn({ ...alone, backdrop: false }))).toEqual([only]);
    expect(owners(idsIn({ ...alone, backdrop: true }))).toEqual(
      expect.arrayContaining([only, 'backdrop']),
    );
    const everybody = { only: null, backdrop: false, captions: true };
    expect(owners(idsIn(everybody))).not.toContain('backdrop');
  });
  it('shows who is hidden where nobody else is seen', () => {
    const hidden = compile({
      ...rich,
      scene: { ...rich.scene, cast: withRecord(rich.scene.cast, 'chart', hide) },
    });
    const ids = (only: string | null) =>
      new Player(hidden, { only, backdrop: false, captions: false })
        .seek(0)
        .items.filter(({ id }) => id.startsWith('chart/'));
    expect(ids(null)).toEqual([]);
    expect(ids('chart').length).toBeGreaterThan(0);
  });
  it('leaves what is seen as it was while time moves nothing', () => {
    const player = new Player(program);
    const still = player.seek(toFlicks(0.2)).items;
    expect(player.seek(toFlicks(0.5)).items.map((item, at) => item === still[at])).toEqual([true]);
    const open = player.seek(toFlicks(1.5)).items;
    expect(open[0]).not.toBe(still[0]);
    // What is set live is never taken for what plays at that time.
    const live = liveSources(
      program,
      new Map([['member', new Map([['mouth.drawing', 'closed']])]]),
    );
    expect(sameFrame(player.seek(toFlicks(1.5), live), player.seek(toFlicks(1.5)))).toBe(false);
  });
  it('rests after the line and before it', () => {
    expect(shownAt(5)).toEqual([hash('a')]);
    expect(shownAt(1.5, withLine({ start: toFlicks(1) }))).toEqual([hash('a')]);
    expect(shownAt(2.5, withLine({ start: toFlicks(1) }))).toEqual([hash('b')]);
  });
  it('moves the mouth only while the line is heard', () => {
    // Of the second half of the voice, in which it speaks, the middle: half a second, heard from 3 s on.
    const part = withLine({ start: toFlicks(3), offset: toFlicks(1.25), length: toFlicks(0.5) });
    expect([2.9, 3.1, 3.4, 3.6].map((time) => shownAt(time, part)[0])).toEqual(
      ['a', 'b', 'b', 'a'].map(hash),
    );
  });
  it('keeps what was set by hand with its sounds when a line is trimmed', () => {
    const corrections = held(0.4, 0.6, 'open');
    const part = withLine({ offset: toFlicks(0.3), length: toFlicks(0.5), corrections });
    expect([0.05, 0.2, 0.35].map((time) => shownAt(time, part)[0])).toEqual(
      ['a', 'b', 'a'].map(hash),
    );
  });
  it('shows what was set by hand', () => {
    expect(shownAt(0.5, withLine({ corrections: held(0.4, 0.6, 'open') }))).toEqual([hash('b')]);
  });
  it('shows in pauses what the line asks for, if it is there', () => {
    expect(shownAt(0.5, withLine({ pauseDrawing: 'open' }))).toEqual([hash('b')]);
    expect(shownAt(0.5, withLine({ pauseDrawing: 'lost' }))).toEqual([hash('a')]);
  });
  it('passes over a correction to a drawing that is gone', () => {
    expect(shownAt(0.5, withLine({ corrections: held(0.4, 0.6, 'lost') }))).toEqual([hash('a')]);
  });
  it('rests without a track', () => {
    expect(shownAt(1.5, withLine({ track: null }))).toEqual([hash('a')]);
  });
  it('leaves out a member whose character is missing', () => {
    expect(shownAt(1, compile({ ...material, characters: new Map() }))).toEqual([]);
  });
  describe('a member', () => {
    const placed = (change: Partial<CastMember>) => {
      const cast = withRecord(material.scene.cast, 'member', (member) => ({
        ...member,
        ...change,
      }));
      return compile({ ...material, scene: { ...material.scene, cast } });
    };
    /** Where the corners of the artwork are on the stage: upper left and lower right. */
    const corners = (of: Program) => {
      const { matrix, width, height } = drawingsIn(frameAt(of, 0).items)[0]!;
      return [mapped(matrix, { x: 0, y: 0 }), mapped(matrix, { x: width, y: height })];
    };
    it('changes left and right over where it stands when it is mirrored', () => {
      const [upper, lower] = corners(program);
      const [mirroredUpper, mirroredLower] = corners(placed({ mirrored: true }));
      expect(mirroredUpper!.x).toBeCloseTo(lower!.x);
      expect(mirroredLower!.x).toBeCloseTo(upper!.x);
      expect([mirroredUpper!.y, mirroredLower!.y]).toEqual([upper!.y, lower!.y]);
    });
    it('turns clockwise about where it stands', () => {
      const { x, y } = material.scene.cast['member']!;
      const [upper] = corners(program);
      const [turned] = corners(placed({ turn: Math.PI / 2 }));
      // What was above is to the right now, what was to the left is above.
      expect(turned!.x - x).toBeCloseTo(y - upper!.y);
      expect(turned!.y - y).toBeCloseTo(upper!.x - x);
    });
    it('is not seen when it is hidden', () => {
      expect(shownAt(1.5, placed({ hidden: true }))).toEqual([]);
    });
  });
  it('stands the artwork inside the stage, centred', () => {
    const { matrix, width, height } = drawingsIn(frameAt(program, 0).items)[0]!;
    const [scale, , , , left, top] = matrix;
    expect(left).toBeGreaterThan(0);
    expect(left + scale * width).toBeCloseTo(1920 - left);
    expect(top + scale * height).toBeCloseTo(1080 - top);
  });
  it('leaves what is seen of the others as it was when one of them is changed', () => {
    const before = compile(rich);
    const line = Object.values(rich.scene.lines).find(({ id }) => id === 'lips')!;
    const after = compile(changed(rich, line.id, { corrections: held(0.1, 2, 'none') }), before);
    const player = new Player(before);
    const first = player.seek(toFlicks(1)).items;
    player.swap(after);
    const second = player.seek(toFlicks(1)).items;
    const own = (id: string) => id.startsWith('lips/');
    expect(second.filter((item) => !own(item.id))).toHaveLength(
      second.filter((item) => !own(item.id) && first.includes(item)).length,
    );
    expect(sameFrame(player.seek(toFlicks(1)), frameAt(after, 1))).toBe(true);
    expect(sameFrame(player.seek(toFlicks(1.5)), frameAt(after, 1.5))).toBe(true);
  });
  it('is the same for the same time, in any order', () => {
    const times = fc.array(evenly(0, 3), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(times, (order) => {
        const player = new Player(compile(rich));
        const once = order.map((time) => player.seek(toFlicks(time)));
        const again = [...order].reverse().map((time) => frameAt(compile(rich), time));
        again.reverse().forEach((frame, at) => expect(sameFrame(frame, once[at]!)).toBe(true));
      }),
      { numRuns: 5 },
    );
  });
});

describe('a continuous mouth', () => {
  const lips = (change: Partial<Line>) => {
    const { lips: line } = rich.scene.lines;
    const lines = { lips: { ...line!, start: 0, corrections: [], ...change } };
    const one = compile({ ...rich, scene: { ...rich.scene, lines } });
    return (time: number) =>
      roundedDigest(frameAt(one, time).items.filter(({ id }) => id.startsWith('lips/mouth')));
  };
  const fit = { ...DEFAULT_FIT, leadSeconds: 0 };

  it('leads the sound by the time that is set', () => {
    const [onTime, ahead] = [lips({ fit }), lips({ fit: { ...fit, leadSeconds: 0.1 } })];
    expect(ahead(0.25)).toBe(onTime(0.35));
    expect(ahead(0.35)).not.toBe(onTime(0.35));
  });
  it('holds what was set by hand, and moves again after it', () => {
    const corrections = held(0.2, 0.4, 'viseme 14');
    const [free, corrected] = [lips({ fit }), lips({ fit, corrections })];
    expect(corrected(0.25)).toBe(corrected(0.35));
    expect(corrected(0.25)).not.toBe(free(0.25));
    expect(corrected(0.45)).toBe(free(0.45));
  });
  it('speaks the first of two lines that overlap', () => {
    const first = { ...rich.scene.lines['lips']!, start: 0 };
    const again = { ...first, id: 'again', start: toFlicks(0.9), track: 'second' };
    const of = (lines: Record<string, Line>) =>
      compile({ ...rich, scene: { ...rich.scene, lines } });
    const [both, alone] = [of({ lips: first, again }), of({ lips: first })];
    for (const time of [0.6, 1, 1.5]) {
      expect(sameFrame(frameAt(both, time), frameAt(alone, time))).toBe(true);
    }
    expect(sameFrame(frameAt(both, 2.05), frameAt(alone, 2.05))).toBe(false);
  });
  it('is not moved by lines of a muted row', () => {
    const rows = withRecord(rich.scene.rows, 'lips', (row) => ({ ...row, muted: true }));
    const muted = compile({ ...rich, scene: { ...rich.scene, rows } });
    const silent = compile({ ...rich, scene: { ...rich.scene, lines: {} } });
    const own = (of: Program) =>
      roundedDigest(frameAt(of, 0.9).items.filter(({ id }) => id.startsWith('lips/')));
    expect(own(muted)).toBe(own(silent));
    expect(own(muted)).not.toBe(own(compile(rich)));
  });
});

describe('a mood that another goes over into', () => {
  const change = toFlicks(1.25);
  const moods = (blend: number) => [
    { time: change, mood: 'cross', pauseDrawing: null, blend: toFlicks(blend) },
  ];
  const { start } = rich.scene.lines['chart']!;
  const of = (own: Partial<Line>) => new Player(compile(changed(rich, 'chart', own)));
  const mouth = (player: Player, time: number) => {
    const pose = player.poseAt('chart', start + change + toFlicks(time));
    return pose.get(rich.characters.get('chart')!.mouth!.part)!;
  };
  const soft = of({ moods: moods(0.4), corrections: [] });
  const hard = of({ moods: moods(0), corrections: [] });
  const calm = of({ corrections: [] });
  const cross = of({ mood: 'cross', pauseDrawing: null, corrections: [] });

  it('is seen half at the change itself, and no more or not yet at its ends', () => {
    for (const time of [-0.19, -0.1, -0.001, 0.001, 0.1, 0.19]) {
      const { shows, fading } = mouth(soft, time);
      expect(shows).toBe(mouth(hard, time).shows);
      const other = mouth(time < 0 ? cross : calm, time).shows;
      expect(fading?.part).toBe(other === shows ? undefined : other);
      if (fading) expect(fading.share).toBeCloseTo(0.5 - Math.abs(time) / 0.4, 6);
    }
    expect(mouth(soft, 0.001).fading).toBeDefined();
    for (const time of [-0.21, 0.21]) expect(mouth(soft, time).fading).toBeUndefined();
    for (const time of [-0.1, 0.1]) expect(mouth(hard, time).fading).toBeUndefined();
  });
  it('is not mixed into what was set by hand', () => {
    const byHand = [{ start: 0, end: toFlicks(2), drawing: 'open' }];
    expect(mouth(of({ moods: moods(0.4), corrections: byHand }), 0)).toEqual({ shows: 'open' });
  });
  it('keeps to its own stretch', () => {
    const two = [{ ...moods(0.4)[0]!, time: change - toFlicks(0.05), mood: 'x' }, ...moods(0.4)];
    const player = of({ moods: two, corrections: [] });
    expect(mouth(player, 0.19).fading?.share ?? 0.025).toBeCloseTo(0.025, 6);
    expect(mouth(player, -0.26).fading).toBeUndefined();
  });
});

describe('who speaks live', () => {
  const speaking = compile(rich);
  const shown = (live: Map<string, ReturnType<typeof mouthOverrides>>) =>
    new Player(speaking).seek(0, liveSources(speaking, live)).items.map(({ id }) => id);
  it('is shown as they speak, and the others as the scene says', () => {
    const open = { drawing: 'open', articulation: targetOf(10) };
    const live = new Map([['two', mouthOverrides(open)]]);
    expect(shown(new Map())).toContain('two/rest');
    expect(shown(live)).toContain('two/open');
    expect(shown(live).filter((id) => !id.startsWith('two/'))).toEqual(
      shown(new Map()).filter((id) => !id.startsWith('two/')),
    );
  });
  it('is followed by what follows its mouth, as time goes on', () => {
    const player = new Player(speaking);
    const live = new Map([
      ['chart', mouthOverrides({ drawing: 'open', articulation: targetOf(10) })],
    ]);
    const still = new Map([
      ['chart', mouthOverrides({ drawing: 'rest', articulation: targetOf(0) })],
    ]);
    const following = (seconds: number, now: typeof live) => {
      const values = player.valuesAt('chart', toFlicks(seconds), liveSources(speaking, now))!;
      return speaking.members
        .find(({ member }) => member.id === 'chart')!
        .controls.range(values, 'mouth.followers');
    };
    const rising = [
      following(1, still),
      following(1.02, live),
      following(1.1, live),
      following(1.8, live),
    ];
    expect(rising).toEqual([...rising].sort((a, b) => a - b));
    expect(rising[0]).toBe(0);
    expect(rising[1]).toBeGreaterThan(0);
    expect(rising[3]).toBe(1);
    // A jump back begins anew instead of running through all that lies between.
    expect(following(0.5, still)).toBe(0);
  });
});

it('tells frames that look different from ones that look the same', () => {
  expect(sameFrame(frameAt(program, 0.1), frameAt(program, 0.9))).toBe(true);
  expect(sameFrame(frameAt(program, 0.1), frameAt(program, 1.5))).toBe(false);
  const frame = frameAt(program, 0.1);
  expect(sameFrame(frame, { ...frame, background: '#000000' })).toBe(false);
});
