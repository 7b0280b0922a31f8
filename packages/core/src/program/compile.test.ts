import fc from 'fast-check';
import { evenly } from '../testing/evenly';
import { sameFrame } from '../frame';
import { withParts } from '../character/edits';
import { withRecord } from '../records';
import type { Mouth } from '../mouth/mouths';
import type { Line } from '../scene/line';
import type { Scene } from '../scene/scene';
import { richScene } from '../testing';
import { toFlicks } from '../time';
import { changedFrom } from './changes';
import { compile, type SceneMaterial } from './compile';
import { selectAtOnce, type SelectionRequest } from './lineProgram';
import { Player } from './player';

const material = richScene();

/** Chooses mouths and keeps count of it. */
function counting() {
  const asked: SelectionRequest[] = [];
  const select = (request: SelectionRequest) => {
    asked.push(request);
    return selectAtOnce(request);
  };
  return { asked, select };
}
const withScene = (change: Partial<Scene>): SceneMaterial => {
  return { ...material, scene: { ...material.scene, ...change } };
};
const withLine = (id: string, change: (line: Line) => Partial<Line>): SceneMaterial =>
  withScene({
    lines: withRecord(material.scene.lines, id, (line) => ({ ...line, ...change(line) })),
  });

describe('an edit', () => {
  const before = compile(material);
  const after = (edited: SceneMaterial) => {
    const { asked, select } = counting();
    const program = compile(edited, before, select);
    const remade = program.members
      .filter((member) => !before.members.includes(member))
      .map(({ member }) => member.id);
    return { program, asked, remade, changes: changedFrom(before, program) };
  };

  it('that changes nothing makes nothing anew', () => {
    const { asked, remade, changes } = after(material);
    expect([asked, remade, [...changes]]).toEqual([[], [], []]);
  });
  it('of the name, the stage or the backdrop makes no member anew', () => {
    const { asked, remade } = after(withScene({ name: 'Other', backdrop: null }));
    expect([asked, remade]).toEqual([[], []]);
  });
  it('of one line’s fit chooses that line’s mouths, and no other’s', () => {
    const edited = withLine('chart', ({ fit }) => ({ fit: { ...fit, strength: 2 } }));
    const { asked, remade, changes } = after(edited);
    expect(asked.map(({ fit }) => fit.strength)).toEqual([2]);
    expect(remade).toEqual(['chart']);
    expect([...changes.keys()]).toEqual(['chart']);
  });
  it('of a mood chooses only what is new in it, and shows each mood in its own stretch', () => {
    const moods = [{ time: toFlicks(0.8), mood: 'cross', pauseDrawing: null, blend: 0 }];
    const { asked, program } = after(withLine('chart', () => ({ moods, corrections: [] })));
    expect(asked).toHaveLength(1);
    const moody = program.lines.get('chart')!.mouths;
    const once = compile(withLine('chart', () => ({ corrections: [] })));
    const all = compile(
      withLine('chart', () => ({ mood: 'cross', pauseDrawing: null, corrections: [] })),
    );
    const shown = (mouths: readonly Mouth[], time: number) =>
      mouths.find(({ end }) => end > toFlicks(time))!.drawing;
    for (let time = 0; time < 2; time += 0.01) {
      const calm = time < 0.8 ? once : all;
      expect(shown(moody, time + 0.001)).toBe(shown(calm.lines.get('chart')!.mouths, time + 0.001));
    }
    moody.slice(1).forEach(({ start }, at) => expect(start).toBe(moody[at]!.end));
    expect(moody.at(-1)!.end).toBe(toFlicks(2));
  });
  it('of its pace leaves every mouth on its sound, and fits nothing anew but for frames', () => {
    const slow = ({ duration, corrections }: Line) => ({
      ...{ duration: 2 * duration, length: 2 * duration },
      corrections: corrections.map((one) => ({ ...one, start: 2 * one.start, end: 2 * one.end })),
    });
    const { program } = after(withLine('lips', slow));
    const [own, other] = [before, program].map((one) => one.lines.get('lips')!);
    expect(other!.track!.duration).toBe(2 * own!.track!.duration);
    expect(other!.track!.sounds[1]!.start).toBe(2 * own!.track!.sounds[1]!.start);
    expect(other!.mouths.at(-1)!.end).toBe(2 * own!.mouths.at(-1)!.end);
  });
  it('by hand chooses no mouths, and is felt from the first changed one on', () => {
    const drawing = 'open';
    const corrections = [{ start: toFlicks(0.5), end: toFlicks(0.6), drawing }];
    const { asked, remade, changes } = after(withLine('chart', () => ({ corrections })));
    expect([asked, remade]).toEqual([[], ['chart']]);
    expect(changes.get('chart')).toBeGreaterThan(toFlicks(0.4));
    expect(changes.get('chart')).toBeLessThanOrEqual(toFlicks(0.5));
  });
  it('of a script or a name of a voice is not felt at all', () => {
    const { asked, changes } = after(withLine('chart', () => ({ script: 'Other.' })));
    expect([asked, [...changes]]).toEqual([[], [['chart', Infinity]]]);
  });
  it('that moves a line is felt from where it begins, before or after', () => {
    const { asked, changes } = after(withLine('jaw', () => ({ start: toFlicks(1) })));
    expect([asked, changes.get('jaw')]).toEqual([[], 0]);
  });
  it('that trims a line chooses no mouths, and is felt from its new end', () => {
    const length = toFlicks(1.25);
    const { asked, remade, changes } = after(withLine('chart', () => ({ length })));
    expect([asked, remade]).toEqual([[], ['chart']]);
    expect(changes.get('chart')).toBe(length);
  });
  it('that trims a line at its start is felt from there', () => {
    const cut = toFlicks(0.5);
    const { asked, changes } = after(
      withLine('lips', ({ start, length }) => {
        return { start: start + cut, offset: cut, length: length - cut };
      }),
    );
    expect([asked, changes.get('lips')]).toEqual([[], toFlicks(0.15)]);
  });
  it('of the loudness of a line is not felt', () => {
    const { asked, changes } = after(withLine('chart', () => ({ gain: -6, fadeIn: 100 })));
    expect([asked, [...changes]]).toEqual([[], [['chart', Infinity]]]);
  });
  it('that gives a line to somebody else is felt by both', () => {
    const { changes } = after(withLine('jaw', () => ({ row: 'chart' })));
    expect([changes.get('jaw'), changes.get('chart')]).toEqual([0, 0]);
  });
  it('that gives a line to the same character elsewhere is felt by both', () => {
    const cast = withRecord(material.scene.cast, 'jaw', (member) => {
      return { ...member, character: 'chart' };
    });
    const twins = withScene({ cast });
    const lines = withRecord(twins.scene.lines, 'jaw', (line) => ({ ...line, row: 'chart' }));
    const one = compile(twins);
    const other = compile({ ...twins, scene: { ...twins.scene, lines } }, one);
    const changes = changedFrom(one, other);
    expect([changes.get('jaw'), changes.get('chart')]).toEqual([0, 0]);
  });
  it('that takes a line away is felt from its start', () => {
    const { 'heard nothing': gone, ...lines } = material.scene.lines;
    const { changes } = after(withScene({ lines }));
    expect(changes.get('two')).toBe(gone!.start);
  });
  it('of where somebody stands leaves what moves them as it is', () => {
    const cast = withRecord(material.scene.cast, 'chart', (member) => ({ ...member, x: 7 }));
    const { asked, remade, changes } = after(withScene({ cast }));
    expect([asked, remade, changes.get('chart')]).toEqual([[], ['chart'], Infinity]);
  });
  it('of a part chooses no mouths', () => {
    const character = withParts(material.characters.get('chart')!, ['head'], { opacity: 0.5 });
    const characters = new Map(material.characters).set('chart', character);
    const { asked, remade } = after({ ...material, characters });
    expect([asked, remade]).toEqual([[], ['chart']]);
  });
  it('of the frame rate chooses all mouths anew', () => {
    const { asked } = after(withScene({ frameRate: '25' }));
    expect(asked).toHaveLength(
      Object.values(material.scene.lines).filter(({ track }) => track).length,
    );
  });
});

describe('mouths that take their time', () => {
  const edited = withLine('chart', ({ fit }) => ({ fit: { ...fit, strength: 0.3 } }));
  it('are those of before until they are chosen', () => {
    const before = compile(material);
    const waiting = compile(edited, before, () => null);
    const line = waiting.lines.get('chart')!;
    expect([line.pending, line.mouths]).toEqual([true, before.lines.get('chart')!.mouths]);
    const done = compile(edited, waiting);
    expect(done.lines.get('chart')!.pending).toBe(false);
    expect(done.lines.get('chart')!.mouths).toEqual(compile(edited).lines.get('chart')!.mouths);
  });
  it('are at rest where there were none before', () => {
    const line = compile(material, null, () => null).lines.get('two')!;
    expect(line.mouths.map(({ drawing }) => drawing)).toEqual(['rest']);
  });
});

it('gives the same frames after any edits as if it were made from nothing', () => {
  const time = fc.integer({ min: 0, max: toFlicks(4) });
  const share = fc.integer({ min: 1, max: toFlicks(0.9) });
  const edit = fc.oneof(
    fc.record({ line: fc.constantFrom('chart', 'lips', 'jaw', 'strip'), start: time }),
    fc.record({
      line: fc.constantFrom('chart', 'strip'),
      strength: evenly(0.2, 2),
    }),
    fc.record({ line: fc.constantFrom('chart', 'lips'), from: fc.integer({ min: 0, max: 20 }) }),
    fc.record({ line: fc.constantFrom('chart', 'lips', 'jaw'), offset: share, length: share }),
    fc.record({ line: fc.constantFrom('jaw', 'two'), row: fc.constantFrom('jaw', 'two') }),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(edit, time), { minLength: 1, maxLength: 4 }), (edits) => {
      let now = material;
      let program = compile(now);
      const player = new Player(program);
      player.seek(toFlicks(4));
      for (const [index, [change, at]] of edits.entries()) {
        const lines = withRecord(now.scene.lines, change.line, (line) => {
          if ('start' in change) return { ...line, start: change.start };
          if ('row' in change) return { ...line, row: change.row };
          if ('offset' in change) {
            return { ...line, offset: change.offset, length: change.length };
          }
          if ('strength' in change)
            return { ...line, fit: { ...line.fit, strength: change.strength } };
          const start = toFlicks(change.from / 24);
          const drawing = change.line === 'chart' ? 'open' : 'viseme 10';
          return { ...line, corrections: [{ start, end: start + toFlicks(0.2), drawing }] };
        });
        now = { ...now, scene: { ...now.scene, lines } };
        program = compile(now, program);
        // Not every program that is made is played: quick edits follow each other between two frames.
        if (index % 2 === 0 && index < edits.length - 1) continue;
        player.swap(program);
        expect(sameFrame(player.seek(at), new Player(compile(now)).seek(at))).toBe(true);
      }
    }),
    { numRuns: 8 },
  );
});
