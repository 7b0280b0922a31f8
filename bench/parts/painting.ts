import type { Motion } from '../bothWays';
import { crowdOf, facesOf, inWeather } from '../characters';
import { demoScene, type PaintedScene } from '../demoScene';
import { benchPaintingInChromium, benchPaintingInNode, type PaintingFigures } from '../painting';
import { fixed, table, type Figure, type Report } from '../report';

interface Case {
  readonly name: string;
  readonly title: string;
  readonly scene: PaintedScene;
  readonly motion: Motion;
  /** Milliseconds; null: not said. */
  readonly median: number | null;
  readonly p95: number | null;
}

/** How long a frame takes: everything painted anew, and only what changed, one after the other for each frame. */
export async function frame(): Promise<Report> {
  const demo = await demoScene();
  const crowd = crowdOf(demo, 150);
  const cases: Case[] = [
    { name: 'demo', title: 'the demo', scene: demo, motion: 'spoken', median: 1, p95: 8 },
    {
      ...{ name: 'crowd', title: 'five speaking characters of 150 parts', scene: crowd },
      ...{ motion: 'spoken', median: 8, p95: null },
    },
    {
      ...{ name: 'sway', title: 'the same, every part swaying', scene: crowd },
      ...{ motion: 'swaying', median: 16, p95: null },
    },
    {
      ...{ name: 'weather', title: 'the five speaking, in 3,000 drops and flakes' },
      ...{ scene: inWeather(crowd), motion: 'spoken', median: 16, p95: null },
    },
  ];
  for (const [kind, scene] of await facesOf(demo)) {
    cases.push({
      ...{ name: `mouth.${kind}`, title: `a face, mouth of the kind “${kind}”`, scene },
      ...{ motion: 'spoken', median: null, p95: null },
    });
  }
  const rows: string[][] = [];
  const figures: Figure[] = [];
  for (const { name, title, scene, motion, median, p95 } of cases) {
    for (const where of ['Node', 'Chromium'] as const) {
      const bench = where === 'Node' ? benchPaintingInNode : benchPaintingInChromium;
      const found = await bench(scene, motion);
      rows.push(rowOf(title, where, found, median, p95));
      const of = (what: string, value: number, unit: Figure['unit'], wanted: number | null) =>
        figures.push({ name: `frame.${name}.${what}`, where, value, unit, wanted });
      of('median', found.kept.median, 'ms', median);
      of('p95', found.kept.p95, 'ms', p95);
      of('gain', found.gain, 'times', null);
    }
  }
  demo.close();
  return {
    figures,
    text: [
      '## Painting a frame',
      '',
      'At 1280 × 720, evaluating and painting the demo’s line at 24 frames a second, milliseconds. “Anew” paints everything each time, “kept” only what changed; each frame first one way, then the other, in the same run. “Gain” is the time of all frames anew over the time of all frames kept. In parentheses what is wanted at most.',
      '',
      ...table(
        [
          'scene',
          'where',
          'anew: middle',
          'kept: middle',
          'kept: 95 %',
          'gain',
          'values off by more than 24',
        ],
        rows,
      ),
    ],
  };
}

function rowOf(
  title: string,
  where: string,
  { anew, kept, gain, off }: PaintingFigures,
  median: number | null,
  p95: number | null,
): string[] {
  const wanted = (value: number | null) => (value === null ? '' : ` (${value})`);
  return [
    title,
    where,
    fixed(anew.median, 2),
    fixed(kept.median, 2) + wanted(median),
    fixed(kept.p95, 2) + wanted(p95),
    fixed(gain, 1),
    `${fixed(100 * off, 3)} %`,
  ];
}
