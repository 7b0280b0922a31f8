import { drawingsIn, type FrameItem } from '../frame';
import { withRecord } from '../records';
import type { CaptionSettings, LineCaption } from '../scene/captionSettings';
import type { Line } from '../scene/line';
import type { Scene } from '../scene/scene';
import { hash, testMaterial, testTypeface } from '../testing';
import { toFlicks } from '../time';
import { fontsOf } from './captions';
import { compile, type SceneMaterial } from './compile';
import { Player } from './player';
import { seenCaptions } from './seenCaptions';

const base = testMaterial();
const words = [
  { text: 'Fog', start: 0.5, end: 0.8 },
  { text: 'ahead', start: 1, end: 1.4 },
];
const typefaces = new Map([
  ['figtree', testTypeface],
  ['hand', testTypeface],
] as const);

function material(
  settings: Partial<CaptionSettings>,
  line: Partial<Line> = {},
  scene: Partial<Scene> = {},
): SceneMaterial {
  const track = { ...base.tracks.get(hash('c'))!, words };
  const captions = { ...base.scene.captions, ...settings };
  const lines = withRecord(base.scene.lines, 'line', (one) => {
    return { ...one, script: 'Fog ahead!', ...line };
  });
  return {
    ...{ ...base, tracks: new Map([[hash('c'), track]]), typefaces },
    scene: { ...base.scene, captions, lines, ...scene },
  };
}
const captionsAt = (of: SceneMaterial, time: number) => seenCaptions(compile(of), toFlicks(time));
const idsAt = (of: SceneMaterial, time: number) =>
  captionsAt(of, time).flatMap(({ items }) => items.map(({ id }) => id));
const itemsAt = (of: SceneMaterial, time: number): readonly FrameItem[] =>
  new Player(compile(of)).seek(toFlicks(time)).items;

describe('captions', () => {
  const shown = material({ kind: 'caption' });
  const { width, height } = shown.scene.stage;

  it('are seen from the first word on, until a little after the last, in front of everybody', () => {
    expect(idsAt(shown, 0.49)).toEqual([]);
    expect(idsAt(shown, 0.5)).toEqual([
      ...['caption/line/0/ground', 'caption/line/0/0', 'caption/line/0/1'],
    ]);
    expect(idsAt(shown, 1.4 + 0.6)).toEqual([]);
    expect(
      itemsAt(shown, 1)
        .map(({ id }) => id)
        .slice(-3),
    ).toEqual(idsAt(shown, 1));
    expect(drawingsIn(itemsAt(shown, 1))).toHaveLength(1);
  });
  it('come up word by word where that is wished', () => {
    const { caption } = shown.scene.captions;
    const slowly = material({ kind: 'caption', caption: { ...caption, appears: 'words' } });
    expect(idsAt(slowly, 0.9)).toEqual(['caption/line/0/ground', 'caption/line/0/0']);
    expect(idsAt(slowly, 1)).toHaveLength(3);
  });
  it('stand at the bottom or at the top, in the middle, with room to the edge', () => {
    const { caption } = shown.scene.captions;
    const [low] = captionsAt(shown, 1);
    const [high] = captionsAt(
      material({ kind: 'caption', caption: { ...caption, place: 'top' } }),
      1,
    );
    const margin = 0.04 * Math.min(width, height);
    expect(low!.box.y + low!.box.height).toBeCloseTo(height - margin);
    expect(high!.box.y).toBeCloseTo(margin);
    for (const { box } of [low!, high!]) expect(box.x + box.width / 2).toBeCloseTo(width / 2);
  });
  it('are as large as they are set, on any shape of stage', () => {
    const { caption } = shown.scene.captions;
    const larger = material({ kind: 'caption', caption: { ...caption, size: 2 * caption.size } });
    const [one, two] = [captionsAt(shown, 1)[0]!.box, captionsAt(larger, 1)[0]!.box];
    expect([two.width, two.height]).toEqual([
      expect.closeTo(2 * one.width),
      expect.closeTo(2 * one.height),
    ]);
    // Ten letters of half an em and the padding; one line of letters and the padding.
    const em = caption.size * Math.min(width, height);
    expect([one.width / em, one.height / em]).toEqual([
      expect.closeTo(5 + 1),
      expect.closeTo(1.25 + 0.7),
    ]);
  });
  it('stand where somebody placed them, in shares of the stage, and stay on it', () => {
    const low = captionsAt(shown, 1)[0]!.box;
    const placed = (x: number, y: number) => {
      const caption: LineCaption = { kind: null, at: { x, y } };
      const { box } = captionsAt(material({ kind: 'caption' }, { caption }), 1)[0]!;
      return [box.x + box.width / 2, box.y + box.height / 2];
    };
    expect(placed(0.5, 0.25)).toEqual([expect.closeTo(width / 2), expect.closeTo(height / 4)]);
    expect(placed(2, 0.25)[0]! + low.width / 2).toBeCloseTo(width - 0.04 * Math.min(width, height));
  });
  it('are of lines that show them, whatever the scene shows', () => {
    const own = (kind: LineCaption['kind']): Partial<Line> => ({ caption: { kind, at: null } });
    expect(idsAt(material({ kind: 'caption' }, own('none')), 1)).toEqual([]);
    expect(idsAt(material({ kind: 'none' }, own('caption')), 1)).toHaveLength(3);
    expect(idsAt(material({ kind: 'none' }, own(null)), 1)).toEqual([]);
    expect(fontsOf(material({ kind: 'none' }, own('bubble')).scene)).toEqual(['hand']);
    expect(fontsOf(shown.scene)).toEqual(['figtree']);
    expect(fontsOf(material({ kind: 'none' }).scene)).toEqual([]);
  });
  it('are not seen of muted rows, nor before their font is there', () => {
    const rows = withRecord(base.scene.rows, 'member', (row) => ({ ...row, muted: true }));
    expect(idsAt(material({ kind: 'caption' }, {}, { rows }), 1)).toEqual([]);
    const { typefaces: _, ...without } = shown;
    expect(idsAt(without, 1)).toEqual([]);
  });
  it('show what is heard of a line, and move with it', () => {
    const trimmed = { offset: toFlicks(0.9), length: toFlicks(1), start: toFlicks(5) };
    const late = material({ kind: 'caption' }, trimmed, { length: toFlicks(9) });
    expect(idsAt(late, 5.05)).toEqual([]);
    expect(idsAt(late, 5.1)).toEqual(['caption/line/0/ground', 'caption/line/0/0']);
    expect(idsAt(late, 5.99)).toHaveLength(2);
    expect(idsAt(late, 6)).toEqual([]);
  });
  it('of two lines at once give way to each other', () => {
    const { line } = shown.scene.lines;
    const lines = { ...shown.scene.lines, other: { ...line!, id: 'other', start: toFlicks(0.1) } };
    const both = captionsAt({ ...shown, scene: { ...shown.scene, lines } }, 1.2);
    expect(both).toHaveLength(2);
    const [first, second] = both.map(({ box }) => box);
    expect(first).toEqual(captionsAt(shown, 1)[0]!.box);
    expect(second!.y + second!.height).toBeLessThan(first!.y);
    const itemsOf = both.map(({ items }) => items[0]!.bounds.y);
    expect(itemsOf[0]! - itemsOf[1]!).toBeCloseTo(first!.y - second!.y);
  });
  it('without anything behind them have an edge around their letters', () => {
    const { caption } = shown.scene.captions;
    const bare = material({ kind: 'caption', caption: { ...caption, ground: null } });
    expect(idsAt(bare, 1)).toEqual(['caption/line/0/0', 'caption/line/0/1']);
    const [word] = captionsAt(bare, 1)[0]!.items as Extract<FrameItem, { kind: 'shapes' }>[];
    expect(word!.shapes.map(({ fill, stroke }) => [fill, stroke?.paint])).toEqual([
      [null, '#000000'],
      [caption.color, undefined],
    ]);
  });
});

describe('speech bubbles', () => {
  const shown = material({ kind: 'bubble' });
  const ground = (of: SceneMaterial) => {
    const [item] = captionsAt(of, 1)[0]!.items as Extract<FrameItem, { kind: 'shapes' }>[];
    return item!;
  };
  const subpaths = (of: SceneMaterial) => ground(of).shapes[0]!.path.split('M').length - 1;

  it('have a tail to who speaks, unless nobody is seen', () => {
    expect(subpaths(shown)).toBe(2);
    const cast = withRecord(base.scene.cast, 'member', (one) => ({ ...one, hidden: true }));
    expect(subpaths(material({ kind: 'bubble' }, {}, { cast }))).toBe(1);
  });
  it('go along with who speaks', () => {
    const cast = withRecord(base.scene.cast, 'member', (one) => {
      return { ...one, x: one.x + 200, scale: one.scale / 4 };
    });
    const program = compile(shown);
    const moved = { ...shown, scene: { ...shown.scene, cast } };
    const boxOf = (of: typeof program) => seenCaptions(of, toFlicks(1))[0]!.box;
    expect(boxOf(compile(moved, program))).not.toEqual(boxOf(program));
    expect(boxOf(compile(moved, program))).toEqual(boxOf(compile(moved)));
  });
});

it('an edit that is not seen sets nothing anew', () => {
  const shown = material({ kind: 'caption' });
  const before = compile(shown);
  const caption = () => before.captions.get('line')!;
  const renamed = compile({ ...shown, scene: { ...shown.scene, name: 'Other' } }, before);
  expect(renamed.captions.get('line')).toBe(caption());
  const script = material({ kind: 'caption' }, { script: 'Fog astern!' });
  expect(compile(script, before).captions.get('line')).not.toBe(caption());
});
