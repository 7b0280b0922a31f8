import { SCENE_RATE_NAMES } from '@cruvo/core/time';
import { fixed, table, type Figure, type Report } from '../report';
import { benchSynchrony } from '../synchrony';

/** How far sound and picture of a film are apart. */
export async function synchrony(): Promise<Report> {
  const rows: string[][] = [];
  const figures: Figure[] = [];
  for (const frameRate of SCENE_RATE_NAMES) {
    const { worst, allowed } = await benchSynchrony(frameRate);
    rows.push([frameRate, fixed(worst), fixed(allowed)]);
    figures.push({
      ...{ name: `synchrony.${frameRate}.worst`, where: 'Node', unit: 'ms', wanted: allowed },
      value: Math.abs(worst),
    });
  }
  return {
    figures,
    text: [
      '## Sound and picture in the film',
      '',
      'A flash and a click at the same moments of a film of a minute; the worst offset between them in the decoded film, milliseconds. Negative: the sound comes first.',
      '',
      ...table(['frames a second', 'worst offset', 'allowed (5 ms and half a frame)'], rows),
    ],
  };
}
