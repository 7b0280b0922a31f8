import { writeFileSync, readFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { createCanvas } from '@napi-rs/canvas';
import { characterFromArtwork, controlsOf, itemsOf, poseOf, setUpBody } from '@cruvo/core/character';
import { IDENTITY, fitInside, multiply } from '@cruvo/core/geometry';
import { readArtwork } from '@cruvo/media/artwork';
import { canvasOf, loadImages, nodePainter, tracerFor } from '@cruvo/film/images';
const [path, out] = process.argv.slice(2) as [string, string];
const kept = new Map<string, Buffer>();
const artwork = await readArtwork([{ path, name: path.split('/').pop()! }], {
  keep: async (bytes: Buffer) => { const h = createHash('sha256').update(bytes).digest('hex'); kept.set(h, bytes); return h; },
  report: () => undefined,
} as never);
const plain = characterFromArtwork('x', artwork);
const images = await loadImages(Object.values(plain.drawings), async (m) => kept.get(m)!);
const character = setUpBody(plain, tracerFor(images));
const set = controlsOf(character);
const { width: W, height: H } = character;
type Pose = [string, [string, unknown][]];
const poses: Pose[] = [['rest', []]];
for (const c of set.controls) {
  if (c.id.startsWith('mouth.') || c.id.startsWith('sway')) continue;
  if (c.kind === 'range') { const r = c.id.startsWith('body') ? [c.min, c.max] : []; for (const v of r) if (v !== c.rest) poses.push([`${c.label} ${v.toFixed(2)}`, [[c.id, v]]]); }
}
const grips = set.controls.filter((c) => c.id.startsWith('grip'));
const D: [string, number, number][] = [['up', 0, -0.4], ['out', 1, -0.15], ['across', -0.6, -0.1], ['face', -0.25, -0.3], ['down', 0.1, 0.2]];
for (const [n, dx, dy] of D) {
  if (grips.length) poses.push([`grips ${n}`, grips.map((g) => { const r = (g as { rest: { x: number; y: number } }).rest; const side = r.x > W / 2 ? 1 : -1; return [g.id, { x: r.x + side * dx * W * 0.4, y: r.y + dy * H }]; })]);
}
console.log(path, set.controls.map((c) => c.id).filter((i) => !i.startsWith('mouth')).join(' '));
const CW = 300, CH = 300, N = 5;
const sheet = createCanvas(N * CW, Math.ceil(poses.length / N) * CH);
const x = sheet.getContext('2d'); x.fillStyle = '#ddd'; x.fillRect(0, 0, sheet.width, sheet.height);
poses.forEach(([label, values], at) => {
  const v = set.rest.slice();
  for (const [id, value] of values) set.set(v, id, value as never);
  const pad = 0.25;
  const view = multiply(fitInside({ width: W * (1 + 2 * pad), height: H * (1 + 2 * pad) }, { width: CW, height: CH }), [1, 0, 0, 1, W * pad, H * pad]);
  const rgba = nodePainter.paintItems(itemsOf(character, IDENTITY, poseOf(character, v)), images, view, { width: CW, height: CH });
  x.drawImage(canvasOf(rgba, { width: CW, height: CH }), (at % N) * CW, Math.floor(at / N) * CH);
  x.fillStyle = '#000'; x.fillText(label, (at % N) * CW + 6, Math.floor(at / N) * CH + 14);
});
writeFileSync(out, sheet.toBuffer('image/png'));
void readFileSync;
