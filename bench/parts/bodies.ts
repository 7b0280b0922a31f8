import type { Image } from '@napi-rs/canvas';
import {
  bendRigOf,
  withNewControl,
  withStop,
  withStopParts,
  withSway,
} from '@cruvo/core/character';
import { readVectorDrawing } from '@cruvo/core/formats';
import { drawingItem } from '@cruvo/core/frame';
import { IDENTITY } from '@cruvo/core/geometry';
import { Deformation, meshOf, type Hold } from '@cruvo/core/mesh';
import { compile, Player } from '@cruvo/core/program';
import { emptyScene, withMember } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { canvasOf, nodePainter, retainedNodePainter } from '@cruvo/film/images';
import type { Picture } from '@cruvo/painter/paint';
import {
  bentCharacter,
  bentFrame,
  LIMB_SVG,
  PICTURE_SIDE,
  STAGE,
  timeFrames,
  type Kind,
} from '../bentBodies';
import { onPage } from '../browserPage';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile, timeEach } from '../timing';

const CASES = [
  { name: 'vectors', title: '40 parts, 12 bent, vectors', kind: 'vector', count: 1, wanted: 6 },
  {
    name: 'pictures',
    title: 'the same, pictures of 1500 px',
    kind: 'raster',
    count: 1,
    wanted: 10,
  },
  { name: 'five', title: 'five such characters, vectors', kind: 'vector', count: 5, wanted: 16 },
] as const;
const FRAMES = 150;
const MINUTES = 10;

/** How long a frame of bodies takes that bend, the solver alone, and what swings. */
export async function bodies(): Promise<Report> {
  const rows: string[][] = [];
  const figures: Figure[] = [];
  for (const { name, title, kind, count, wanted } of CASES) {
    for (const where of ['Node', 'Chromium'] as const) {
      const times = await (where === 'Node' ? inNode : inChromium)(kind, count);
      const [middle, late] = [percentile(times, 0.5), percentile(times, 0.95)];
      rows.push([title, where, `${fixed(middle)} (${wanted})`, fixed(late)]);
      figures.push({ name: `bodies.${name}.median`, where, value: middle, unit: 'ms', wanted });
      figures.push({ name: `bodies.${name}.p95`, where, value: late, unit: 'ms', wanted: null });
    }
  }
  const solver = solverTime();
  const sway = swayTimes();
  const off = difference();
  const inOne = (what: string, value: number, unit: Figure['unit'] = 'ms') =>
    figures.push({ name: `bodies.${what}`, where: 'Node', value, unit, wanted: null });
  inOne('solver', solver);
  inOne('sway.first', sway.first);
  inOne('sway.later', sway.later);
  inOne('off', 100 * off, '%');
  return {
    figures,
    text: [
      '## Bodies that bend',
      '',
      'At 1280 × 720: values of grips to what is painted, every limb (70 × 178 pixels) elsewhere in every frame, milliseconds. In parentheses what is wanted at most.',
      '',
      ...table(['scene', 'where', 'middle', '95 %'], rows),
      '',
      `- One mesh of 300 vertices solved, in the middle: ${fixed(solver, 2)} ms.`,
      `- What swings in a scene of ${MINUTES} minutes: the first frame near its end after ${fixed(sway.first)} ms, any other ${fixed(sway.later)} ms in the middle.`,
      `- Fifty frames in any order, only what changed painted, against each painted anew: ${fixed(100 * off, 3)} % of values off by more than 24.`,
    ],
  };
}

function imagesOf(): Map<string, Picture<Image>> {
  const vector = { kind: 'vector', drawing: readVectorDrawing(LIMB_SVG) } as const;
  const size = { width: Math.round((PICTURE_SIDE * 130) / 330), height: PICTURE_SIDE };
  const item = drawingItem('d', { kind: 'vector', media: 'vector', ...size }, IDENTITY);
  const pixels = nodePainter.paintItems([item], new Map([['vector', vector]]), IDENTITY, size);
  return new Map<string, Picture<Image>>([
    ['vector', vector],
    ['raster', { kind: 'raster', image: canvasOf(pixels, size) as unknown as Image }],
  ]);
}

async function inNode(kind: Kind, count: number): Promise<number[]> {
  const images = imagesOf();
  const painter = retainedNodePainter();
  const character = bentCharacter(kind);
  return timeFrames(
    Array.from({ length: count }, () => character),
    (frame) => void painter.paintFrame(frame, images, STAGE),
    FRAMES,
  );
}

async function inChromium(kind: Kind, characters: number): Promise<number[]> {
  return onPage('bodiesInBrowser.ts', (page) =>
    page.evaluate(
      (input) =>
        (window as unknown as { timeBodies(input: unknown): Promise<number[]> }).timeBodies(input),
      { kind, characters, frames: FRAMES },
    ),
  );
}

function solverTime(): number {
  const outline = [
    [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 500 },
      { x: 0, y: 500 },
    ],
  ];
  const pins = [0, 1, 2, 3, 4, 5, 6].map((at) => ({ x: 150, y: 30 + 70 * at }));
  const mesh = meshOf(outline, pins, 300);
  const deformation = new Deformation(
    mesh,
    mesh.pinned.map((vertex) => [vertex]),
  );
  const holds = (index: number): Hold[] =>
    pins.map(({ x, y }, pin) => ({
      ...{ cosine: 1, sine: 0, fromX: x, fromY: y, toX: x + 20 * Math.sin(index + pin), toY: y },
    }));
  return percentile(
    timeEach(300, (index) => void deformation.solve(holds(index))),
    0.5,
  );
}

/** A bent limb that swings on what a control moves. */
function swayTimes(): { readonly first: number; readonly later: number } {
  const plain = bentCharacter('vector');
  const part = Object.values(plain.bends)[0]!.parts[0]!;
  const swaying = withSway(plain, { name: 'sways', part, wind: 0.3 });
  const made = withStop(withNewControl(swaying, 'aside', 'Aside'), 'aside', 1);
  const character = withStopParts(made, 'aside', 1, [part], (own) => ({ ...own, x: 40 }));
  Object.values(character.bends).forEach(bendRigOf);
  const length = toFlicks(60 * MINUTES);
  const member = { id: 'm', character: 'c', name: '', size: character };
  const player = new Player(
    compile({
      scene: withMember(emptyScene('', length), member),
      characters: new Map([['c', character]]),
      tracks: new Map(),
    }),
  );
  const seek = (seconds: number) => player.seek(toFlicks(seconds));
  const start = performance.now();
  seek(60 * MINUTES - 5);
  const first = performance.now() - start;
  const later = percentile(
    timeEach(60, (index) => void seek(((index * 7919) % (60 * MINUTES * 10)) / 10)),
    0.5,
  );
  return { first, later };
}

/** The share of colour values that differ between frames of which only the changes are painted, and those painted anew. */
function difference(): number {
  const images = imagesOf();
  const kept = retainedNodePainter();
  const characters = [bentCharacter('vector'), bentCharacter('raster')];
  let [off, all] = [0, 0];
  for (let index = 0; index < 50; index++) {
    const frame = bentFrame(characters, (index * 37) % 211);
    kept.paintFrame(frame, images, STAGE);
    const one = kept.plane.read(kept.plane.box);
    const other = nodePainter.paintFrame(frame, images, STAGE);
    one.forEach((value, at) => {
      if (Math.abs(value - other[at]!) > 24) off++;
    });
    all += one.length;
  }
  return off / all;
}
