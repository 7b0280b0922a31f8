import { loadPhysics, type PhysicsEngine } from '@cruvo/core/bodies';
import { readVectorDrawing } from '@cruvo/core/formats';
import { compile, Player, type SceneMaterial } from '@cruvo/core/program';
import { HEAP_PICTURES, withHeap } from '@cruvo/core/testing';
import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import { retainedNodePainter } from '@cruvo/film/images';
import type { FallingBench } from '../fallingInBrowser';
import { timeFalling, type FallingTimes } from '../fallingTimes';
import { onPage } from '../browserPage';
import { crowdOf, inWeather } from '../characters';
import { demoScene } from '../demoScene';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile } from '../timing';

const SIZE = { width: 1280, height: 720 };
const BODIES = 200;
const MINUTES = 10;
/** What is wanted at most: milliseconds a step and a picture, and to come back to any time; megabytes. */
const WANTED = { step: 4, picture: 16, again: 30, memory: 200 };

/** How long it takes to let 200 things fall onto five characters in bad weather, and to go to any time of it. */
export async function falling(): Promise<Report> {
  const demo = await demoScene();
  const { material, pictures: drawn } = inWeather(crowdOf(demo, 20));
  const pictures = new Map([...drawn, ...HEAP_PICTURES]);
  const engine = await loadPhysics();
  const scene = withHeap(material, BODIES, 60 * MINUTES);
  const images = new Map(
    [...pictures].map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const painter = retainedNodePainter();
  const inNode = timeFalling(scene, engine, (frame) => {
    painter.paintFrame(frame, images, SIZE);
  });
  const inChromium = await onPage('fallingInBrowser.ts', (page) =>
    page.evaluate((given) => (window as unknown as FallingBench).fallingTimes(given), {
      ...{ scene: scene.scene, characters: [...scene.characters], tracks: [...scene.tracks] },
      ...{ pictures: [...pictures], size: SIZE },
    }),
  );
  const rows: string[][] = [];
  const figures: Figure[] = [];
  for (const [where, found] of [
    ['Node', inNode],
    ['Chromium', inChromium],
  ] as const) {
    const { step, worst, picture } = figuresOf(found);
    rows.push([
      where,
      `${fixed(step)} (${WANTED.step})`,
      fixed(worst),
      `${fixed(picture)} (${WANTED.picture})`,
    ]);
    figures.push(
      { name: 'falling.step', where, value: step, unit: 'ms', wanted: WANTED.step },
      { name: 'falling.picture', where, value: picture, unit: 'ms', wanted: WANTED.picture },
    );
  }
  const access = randomAccess(scene, engine);
  figures.push(
    { name: 'falling.first', where: 'Node', value: access.first, unit: 'ms', wanted: null },
    { name: 'falling.again', where: 'Node', value: access.again, unit: 'ms', wanted: WANTED.again },
    {
      name: 'falling.memory',
      where: 'Node',
      value: access.memory,
      unit: 'MB',
      wanted: WANTED.memory,
    },
  );
  demo.close();
  return {
    figures,
    text: [
      '## What falls and flies',
      '',
      `${BODIES} bodies and about 3,000 particles with five characters at 1280 × 720, milliseconds. A step, sixty of which are a second, is the middle of ${inNode.steps.length} seconds, with all that moves solid parts; a picture is evaluated and painted after its steps were worked out. In parentheses what is wanted at most.`,
      '',
      ...table(['where', 'a step', 'the worst second', 'a picture: middle'], rows),
      '',
      `At ${MINUTES} minutes of the same scene, the first picture takes ${fixed(access.first / 1000)} s (with its progress in view in the studio), another at any time of it ${fixed(access.again)} ms in the middle and ${fixed(access.late)} ms in 95 of 100 cases (${WANTED.again} wanted). What is kept to go back to takes ${fixed(access.memory)} MB (${WANTED.memory}).`,
    ],
  };
}

function figuresOf({ steps, pictures }: FallingTimes) {
  const [sortedSteps, sorted] = [steps, pictures].map((times) => Float64Array.from(times).sort());
  return {
    step: percentile(sortedSteps!, 0.5),
    worst: sortedSteps!.at(-1)!,
    picture: percentile(sorted!, 0.5),
  };
}

/** How long bodies alone take to go to a time that nobody has seen, and back to others. */
function randomAccess({ scene, ...material }: SceneMaterial, engine: PhysicsEngine) {
  const before = process.memoryUsage().arrayBuffers;
  // Without weather, which needs no more than one life of what came before.
  const calm = { ...material, scene: { ...scene, emitters: {} }, engine };
  const player = new Player(compile(calm));
  const end = 60 * MINUTES * FLICKS_PER_SECOND;
  const started = performance.now();
  player.seek(end);
  const first = performance.now() - started;
  const memory = (process.memoryUsage().arrayBuffers - before) / 2 ** 20;
  const times = Array.from({ length: 60 }, (_, at) => {
    const time = Math.floor(((at * 37) % 60) + 0.5) * (end / 60);
    const start = performance.now();
    player.seek(time);
    return performance.now() - start;
  });
  const sorted = Float64Array.from(times).sort();
  return { first, again: percentile(sorted, 0.5), late: percentile(sorted, 0.95), memory };
}
