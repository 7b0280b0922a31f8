import { mkdirSync, writeFileSync } from 'node:fs';
import { Player } from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { GOLDEN_TIMES, paintedMoments } from '@cruvo/core/testing';
import { nodeSurface } from '../images';
import {
  CELL,
  GOLDEN_FILE,
  goldenFrames,
  richSceneInNode,
  shareOfValuesOff,
  sheetOf,
} from '../testing/goldenSheet';

const MOMENTS_FILE = new URL('../../../core/src/testing/goldenMoments.json', import.meta.url);

const { program, images } = await richSceneInNode();
const player = new Player(program);
const cells = GOLDEN_TIMES.map((time) => {
  const { canvas, painter } = nodeSurface(CELL.width, CELL.height);
  painter.paintFrame(player.seek(toFlicks(time)), images, CELL);
  return canvas;
});
const sheet = await sheetOf(cells).encode('png');
if (process.env['CRUVO_UPDATE_GOLDEN']) {
  writeFileSync(GOLDEN_FILE, sheet);
  const moments = paintedMoments().map((moment) => JSON.stringify(moment));
  writeFileSync(MOMENTS_FILE, `[\n${moments.join(',\n')}\n]\n`);
}
mkdirSync('test-results', { recursive: true });
writeFileSync('test-results/rich-scene.png', sheet);
const golden = await goldenFrames();

it.each(GOLDEN_TIMES.map((time, at) => [time, at] as const))(
  'the rich scene at %s s looks as it did',
  (_time, at) => {
    // The same rasteriser on another processor rounds otherwise by a step or two, and nowhere else.
    expect(shareOfValuesOff(cells[at]!.data(), golden[at]!, 8)).toBeLessThan(1e-5);
  },
);

it('shows something else at each of the golden times', () => {
  const looks = cells.map((cell) => Buffer.from(cell.data()).toString('base64'));
  expect(new Set(looks).size).toBe(GOLDEN_TIMES.length);
});
