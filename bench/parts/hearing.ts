import { benchFirstSounds, benchHearing, benchHearingInChromium, benchLive } from '../hearing';
import { fixed, table, type Figure, type Report } from '../report';

const TEN_MINUTES = 600;
const WAYS = [
  ['voice', 'voice alone'],
  ['script', 'with its script'],
] as const;

/** How fast voices are heard, and in how much memory. */
export async function hearing(): Promise<Report> {
  const rows: string[][] = [];
  const figures: Figure[] = [];
  const speed = (where: Figure['where'], way: string, value: number, wanted: number) =>
    figures.push({ name: `hearing.${way}.speed`, where, value, unit: 'times', wanted });
  for (const [way, name] of WAYS) {
    const node = benchHearing(TEN_MINUTES, way);
    const chromium = await benchHearingInChromium(TEN_MINUTES, way);
    const [inNode, inChromium] = [TEN_MINUTES / node.seconds, TEN_MINUTES / chromium];
    speed('Node', way, inNode, 60);
    speed('Chromium', way, inChromium, 40);
    const megabytes = fixed(node.megabytes, 0);
    rows.push(['Node', name, fixed(node.seconds), fixed(inNode, 0), '60', megabytes]);
    rows.push(['Chromium', name, fixed(chromium), fixed(inChromium, 0), '40', '']);
  }
  const hour = benchHearing(3600, 'script', 1);
  const first = await benchFirstSounds();
  const live = await benchLive();
  const node = { where: 'Node' } as const;
  figures.push(
    { name: 'hearing.hour.memory', ...node, value: hour.megabytes, unit: 'MB', wanted: 400 },
    { name: 'hearing.first', ...node, value: first, unit: 's', wanted: 2 },
    { name: 'hearing.live.p95', ...node, value: live.p95, unit: 'ms', wanted: 2 },
  );
  return {
    figures,
    text: [
      '## Hearing a voice',
      '',
      'Ten minutes of the demo’s voice at 48 kHz, read as a stream on one core; the median of three in Node, one run in Chromium.',
      '',
      ...table(
        ['where', 'how', 'seconds', 'times faster than real time', 'wanted', 'most memory, MB'],
        rows,
      ),
      '',
      `Sixty minutes with their script: ${fixed(hour.seconds, 0)} s and at most ${fixed(hour.megabytes, 0)} MB (wanted: under 400).`,
      `The first sounds of a long line are known after ${fixed(first, 2)} s (wanted: within 2).`,
      `Live: ${fixed(live.median, 2)} ms of work for each block of 10 ms, 95 % within ${fixed(live.p95, 2)} ms (wanted: under 2).`,
    ],
  };
}
