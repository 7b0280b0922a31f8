import { writeTrack } from '@cruvo/core/speech';
import { onPage } from '../browserPage';
import { demoScene } from '../demoScene';
import type { EditingTimes } from '../editingInBrowser';
import { LINE_SECONDS, longScene, longTrack } from '../longScene';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile } from '../timing';

const SIZE = { width: 1280, height: 720 };
const TRACK = 'track';

/** How long an edit of half an hour holds up the page. */
export async function editing(): Promise<Report> {
  const demo = await demoScene();
  try {
    const isbel = demo.material.characters.get('isbel')!;
    const [follower] = isbel.eyes.brows.left ? [isbel.eyes.brows.left.part] : [];
    const moved = { x: 0, y: -8, turn: 0.1, scale: 1, pivot: { x: 0, y: 0 } };
    // The second one has a brow that follows its mouth, so that there is a simulation.
    const second = {
      ...isbel,
      mouth: { ...isbel.mouth!, followers: [{ part: follower!, ...moved }] },
    };
    const characters: [string, typeof isbel][] = [
      ['first', isbel],
      ['second', second],
    ];
    const voice = demo.program.scene.lines['bulletin']!.voice!;
    const scene = longScene(characters, { ...voice, duration: LINE_SECONDS * 705_600_000 }, TRACK);
    const track = longTrack(demo.material.tracks.get(TRACK)!);
    const input = {
      ...{ scene, characters, size: SIZE, pictures: [...demo.pictures] },
      track: [TRACK, [...writeTrack(track)]],
    };
    const times = await onPage('editingInBrowser.ts', (page) =>
      page.evaluate(
        (given) => (window as unknown as { editAll(input: unknown): EditingTimes }).editAll(given),
        input,
      ),
    );
    return reportOf(times);
  } finally {
    demo.close();
  }
}

function reportOf({ edits, open, read }: EditingTimes): Report {
  const all = [...edits.rename, ...edits.slider, ...edits.drag].sort((a, b) => a - b);
  const figure = (name: string, value: number, wanted: number | null): Figure => ({
    ...{ name, where: 'Chromium', value, unit: 'ms', wanted },
  });
  const figures = [
    figure('edit.scene30.p95', percentile(all, 0.95), 16),
    figure('edit.scene30.fit.p95', percentile(edits.fit, 0.95), 100),
    figure('edit.scene30.open', open, null),
    figure('edit.track.read', read, null),
  ];
  const row = (label: string, times: readonly number[], wanted: string) => [
    label,
    fixed(percentile(times, 0.5)),
    fixed(percentile(times, 0.95)),
    wanted,
  ];
  return {
    figures,
    text: [
      '## Editing half an hour',
      '',
      'A scene of 30 minutes in which two characters say twenty lines of 90 s, 40 mouths of each set by hand. All that the page does for an edit: history, what is not saved yet, the program, the picture at 1280x720. Milliseconds on the main thread, in Chromium.',
      '',
      ...table(
        ['edit', 'middle', '95 %', 'wanted'],
        [
          row('the scene’s name', edits.rename, '16'),
          row('one move of a slider (mouths are chosen in a worker)', edits.slider, '16'),
          row('one move of a mouth that is dragged', edits.drag, '16'),
          row('a changed fit of 90 s, with the choice of its mouths', edits.fit, '100'),
        ],
      ),
      '',
      `The whole scene is made ready in ${fixed(open, 0)} ms; a track of 90 s is read in ${fixed(read)} ms.`,
    ],
  };
}
