import { setByHand } from '../mouth/corrections';
import { withReviewed, type Line } from '../scene/line';
import { withLines } from '../scene/lineEdits';
import { richScene } from '../testing';
import { toFlicks } from '../time';
import { compile } from './compile';
import { likeliestDrawings, reviewProgress, unsureSounds } from './review';

const rich = richScene();
const id = 'chart';
const track = rich.tracks.get(rich.scene.lines[id]!.track!)!;
/** Every third sound that is said is unsure. */
const doubtful = {
  ...track,
  sounds: track.sounds.map((sound, at) => ({
    ...sound,
    confidence: at % 3 === 1 && sound.viseme !== 0 ? 0.3 : 0.95,
  })),
};
const tracks = new Map([[rich.scene.lines[id]!.track!, doubtful]]);
const material = { ...rich, tracks, scene: { ...rich.scene, lines: {} } };
const own = rich.scene.lines[id]!;
const line: Line = { ...own, corrections: [], reviewed: [] };
const programOf = (change: Partial<Line> = {}) =>
  [
    ...compile({
      ...material,
      scene: withLines(material.scene, [{ ...line, ...change }]),
    }).lines.values(),
  ][0]!;

describe('unsure sounds', () => {
  const all = unsureSounds([programOf()]);

  it('are those that are heard, in the order of the scene', () => {
    expect(all.length).toBeGreaterThan(2);
    expect(all.map(({ time }) => time)).toEqual(all.map(({ time }) => time).sort((a, b) => a - b));
    expect(all.every(({ sound, seen }) => sound.confidence < 0.7 && !seen)).toBe(true);
    const [first] = all;
    const later = {
      offset: line.offset + toFlicks(first!.sound.end),
      length: line.length - toFlicks(first!.sound.end),
    };
    expect(unsureSounds([programOf(later)])).toHaveLength(all.length - 1);
  });

  it('have been seen where somebody looked, or set a mouth', () => {
    const [first, second] = all.map(({ sound }) => ({
      start: toFlicks(sound.start),
      end: toFlicks(sound.end),
    }));
    const { reviewed } = withReviewed(line, first!);
    const corrections = setByHand([], { ...second!, drawing: programOf().mouths[0]!.drawing });
    const after = programOf({ reviewed, corrections });
    expect(unsureSounds([after]).map(({ seen }) => seen)).toEqual(all.map((_, at) => at < 2));
    const { unsure, seen, byHand, mouths } = reviewProgress([after]);
    expect([unsure, seen, byHand]).toEqual([all.length, 2, 1]);
    expect(mouths).toBeGreaterThan(byHand);
  });
});

it('what was looked at grows together', () => {
  const look = (...stretches: [number, number][]) =>
    stretches.reduce((now, [start, end]) => withReviewed(now, { start, end }), line).reviewed;
  expect(look([5, 9], [20, 30], [0, 2])).toEqual([
    { start: 0, end: 2 },
    { start: 5, end: 9 },
    { start: 20, end: 30 },
  ]);
  expect(look([5, 9], [20, 30], [9, 20])).toEqual([{ start: 5, end: 30 }]);
  expect(look([5, 9], [6, 7])).toEqual([{ start: 5, end: 9 }]);
});

it('offers the drawings that look most like what is said, the one that says it first', () => {
  const program = programOf();
  const rig = rich.characters.get(id)!.mouth!;
  const lips = doubtful.sounds.find(({ viseme }) => viseme === 1)!;
  const found = likeliestDrawings(program, rig, (lips.start + lips.end) / 2, 3);
  expect(found).toHaveLength(3);
  expect(new Set(found).size).toBe(3);
  const { articulation } = (rig.kind === 'chart' ? rig.chart.drawings : []).find(
    ({ drawing }) => drawing === found[0],
  )!;
  expect(articulation!.press).toBeGreaterThan(0.5);
  expect(likeliestDrawings({ ...program, track: null }, rig, 0, 3)).toEqual([]);
});
