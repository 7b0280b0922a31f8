import { wholeLine } from '@cruvo/core/scene';
import { writeTrack } from '@cruvo/core/speech';
import { toSeconds } from '@cruvo/core/time';
import { onPage } from '../browserPage';
import { demoScene } from '../demoScene';
import { HOUR, hourScene } from '../hourScene';
import { fixed, table, type Figure, type Report } from '../report';
import type { TimelineTimes } from '../timelineInBrowser';
import { percentile } from '../timing';

const TRACK = 'track';
const PEAKS = 'e'.repeat(64);

/** How fast the timeline of an hour is painted, and an edit in it. */
export async function timeline(): Promise<Report> {
  const demo = await demoScene();
  try {
    const isbel = demo.material.characters.get('isbel')!;
    const { scene } = demo.program;
    const voice = { ...scene.lines['bulletin']!.voice!, peaks: PEAKS };
    const line = { ...wholeLine({ id: '', row: '', name: '', start: 0, voice }), track: TRACK };
    const hour = hourScene(scene, 'isbel', line);
    const input = {
      ...{ scene: hour, characters: [['isbel', isbel]], member: 'member-4', line: 'line-304' },
      track: [TRACK, [...writeTrack(demo.material.tracks.get(TRACK)!)]],
      peaks: { hash: PEAKS, seconds: Math.ceil(toSeconds(voice.duration)) },
    };
    const times = await onPage('timelineInBrowser.ts', (page) =>
      page.evaluate(
        (given) =>
          (window as unknown as { paintHour(input: unknown): TimelineTimes }).paintHour(given),
        input,
      ),
    );
    return reportOf(times);
  } finally {
    demo.close();
  }
}

function reportOf({ mouths, compiled, zoom, pan, edit }: TimelineTimes): Report {
  const figure = (name: string, value: number, wanted: number | null): Figure => ({
    ...{ name, where: 'Chromium', value, unit: 'ms', wanted },
  });
  const row = (label: string, times: readonly number[], wanted: string) => [
    ...[label, fixed(percentile(times, 0.5)), fixed(percentile(times, 0.95)), wanted],
  ];
  return {
    figures: [
      figure('timeline.hour.zoom.p95', percentile(zoom, 0.95), 8),
      figure('timeline.hour.edit.p95', percentile(edit, 0.95), 50),
      figure('timeline.hour.open', compiled, null),
    ],
    text: [
      '## The timeline of an hour',
      '',
      `${HOUR.lines} lines of ${HOUR.speakers} speakers in an hour, ${mouths.toLocaleString('en')} mouths. The whole canvas is painted each time, in Chromium without a GPU; an edit sets one mouth by hand: history, what is not saved yet, the program, the timeline. Milliseconds.`,
      '',
      ...table(
        ['', 'middle', '95 %', 'wanted'],
        [
          row('zooming, from an hour to frames and back', zoom, '8'),
          row('moving along, at 8 pixels a second', pan, '8'),
          row('a mouth set by hand', edit, '50'),
        ],
      ),
      '',
      `Making the whole scene ready once takes ${fixed(compiled, 0)} ms.`,
    ],
  };
}
