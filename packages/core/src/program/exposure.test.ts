import fc from 'fast-check';
import type { Line } from '../scene/line';
import { withLines } from '../scene/lineEdits';
import { testMaterial } from '../testing/testScene';
import { SCENE_RATE_NAMES, frameCount, frameLength, type FrameRateName } from '../time';
import { compile } from './compile';
import { drawingsIn, exposureAt, framesOf, withDrawings } from './exposure';

const material = testMaterial();
const line = material.scene.lines['line']!;
/** The lines of the one speaker, as they are played. */
const played = (lines: readonly Line[], frameRate: FrameRateName = '24') => {
  const scene = withLines({ ...material.scene, frameRate, lines: {} }, lines);
  return compile({ ...material, scene }).members[0]!.lines;
};
const all = { from: 0, to: 48 };
const shown = (lines: readonly Line[]) => drawingsIn(played(lines), all, '24');

it('a frame shows the mouth in its middle, and begins one where the frame before showed another', () => {
  const lines = played([line]);
  const [first] = [0, 1].map((frame) => exposureAt(lines, frame, '24'));
  expect([first!.mouth.drawing, first!.begins]).toEqual(['closed', true]);
  const opens = all.to - shown([line]).toReversed().indexOf('closed');
  expect(exposureAt(lines, opens, '24')).toMatchObject({
    begins: true,
    mouth: { drawing: 'open' },
  });
  expect(exposureAt(lines, opens + 1, '24')!.begins).toBe(false);
});

it('where nothing is said nothing is shown, and nothing can be set', () => {
  const late = { ...line, start: 10 * frameLength('24') };
  expect(exposureAt(played([late]), 9, '24')).toBeNull();
  expect(exposureAt(played([late]), 10, '24')).not.toBeNull();
  expect(withDrawings([late], 0, Array(10).fill('open') as string[], '24')).toEqual([]);
});

it('of two lines that overlap the later one is seen', () => {
  const over = { ...line, id: 'over', start: 12 * frameLength('24') };
  const lines = played([line, over]);
  expect(exposureAt(lines, 11, '24')!.line.line.id).toBe('line');
  expect(exposureAt(lines, 12, '24')!.line.line.id).toBe('over');
});

it('drawings are set frame by frame, also across lines, and taken back', () => {
  const second = { ...line, id: 'second', start: line.length };
  const set = withDrawings([line, second], 46, ['open', 'closed', 'closed', 'open'], '24');
  expect(set.map(({ id, corrections }) => [id, corrections.length])).toEqual([
    ['line', 2],
    ['second', 2],
  ]);
  expect(drawingsIn(played(set), { from: 46, to: 50 }, '24')).toEqual([
    ...['open', 'closed', 'closed', 'open'],
  ]);
  const [back] = withDrawings(set, 46, [null, null], '24');
  expect([back!.id, back!.corrections]).toEqual(['line', []]);
});

it('frames that are set are seen so, and no others change; at any rate, trimmed and moved', () => {
  const drawing = fc.constantFrom('open', 'closed');
  fc.assert(
    fc.property(
      fc.constantFrom(...SCENE_RATE_NAMES),
      fc.nat(30),
      fc.array(drawing, { minLength: 1, maxLength: 20 }),
      fc.nat(line.length / 2),
      fc.nat(line.length / 2),
      (rate, first, drawings, start, offset) => {
        const moved = { ...line, start, offset, length: line.length - offset };
        const range = { from: 0, to: frameCount(start + moved.length, rate) };
        const before = drawingsIn(played([moved], rate), range, rate);
        const after = drawingsIn(
          played(withDrawings([moved], first, drawings, rate).concat(moved).slice(0, 1), rate),
          range,
          rate,
        );
        const wanted = before.map((old, at) => {
          const set = drawings[at - first];
          return old === null || set === undefined ? old : set;
        });
        expect(after).toEqual(wanted);
      },
    ),
    { numRuns: 60 },
  );
});

it('a mouth is seen in the frames that it covers', () => {
  const [own] = played([line]);
  const ranges = own!.mouths.map((mouth) => framesOf(line, mouth, '24'));
  expect(ranges[0]!.from).toBe(0);
  expect(ranges.at(-1)!.to).toBe(48);
  ranges.slice(1).forEach(({ from }, at) => expect(from).toBe(ranges[at]!.to));
});
