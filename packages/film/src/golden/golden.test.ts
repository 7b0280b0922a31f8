import { mkdirSync, writeFileSync } from 'node:fs';
import { Player } from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { GOLDEN_TIMES, paintedMoments, stormyScene } from '@cruvo/core/testing';
import { canvasOf, nodePainter } from '../images';
import {
  CELL,
  GOLDEN_FILE,
  goldenFrames,
  sceneInNode,
  shareOfValuesOff,
  sheetOf,
} from '../testing/goldenSheet';

const MOMENTS_FILE = new URL('../../../core/src/testing/goldenMoments.json', import.meta.url);

const { program, images } = await sceneInNode(stormyScene());
const player = new Player(program);
const cells = GOLDEN_TIMES.map((time) =>
  nodePainter.paintFrame(player.seek(toFlicks(time)), images, CELL),
);
const sheet = await sheetOf(cells.map((cell) => canvasOf(cell, CELL))).encode('png');
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
    // Pictures are brought to size by a canvas, which rounds otherwise on another processor.
    expect(shareOfValuesOff(cells[at]!, golden[at]!, 8)).toBeLessThan(1e-5);
  },
);

it('shows something else at each of the golden times', () => {
  const looks = cells.map((cell) => Buffer.from(cell).toString('base64'));
  expect(new Set(looks).size).toBe(GOLDEN_TIMES.length);
});
