import { benchArtwork, benchBlurs, benchHeavyPsd, HUGE_SHEET } from '../artwork';
import { fixed, table, type Figure, type Report } from '../report';

const KINDS = ['svg', 'ora', 'psd'] as const;

/** How long artwork takes to come in. */
export async function artwork(): Promise<Report> {
  const rows: string[][] = [];
  for (const layers of [20, 150, 600]) {
    const seconds: string[] = [];
    for (const kind of KINDS) seconds.push(fixed(await benchArtwork(kind, layers)));
    rows.push([String(layers), ...seconds]);
  }
  const figures: Figure[] = [];
  for (const kind of KINDS) {
    const value = await benchArtwork(kind, 150, HUGE_SHEET);
    figures.push({ name: `artwork.huge.${kind}`, where: 'Node', value, unit: 's', wanted: 20 });
  }
  const blurs = await benchBlurs();
  figures.push({ name: 'artwork.blurs', where: 'Node', value: blurs, unit: 's', wanted: 2 });
  const huge = figures
    .slice(0, KINDS.length)
    .map(({ value }, at) => `${fixed(value)} s as ${KINDS[at]!.toUpperCase()}`);
  const heavy = benchHeavyPsd();
  figures.push({
    ...{ name: 'artwork.heavy.memory', where: 'Node' },
    ...{ value: heavy.memory, unit: 'MB', wanted: 700 },
  });
  return {
    figures,
    text: [
      '## Taking artwork in',
      '',
      'Layers of 300 × 300 pixels on a page of 4000 × 4000 (in SVG: shapes of that size); seconds.',
      '',
      ...table(['layers', 'SVG', 'OpenRaster', 'PSD'], rows),
      '',
      `A page of 10,000 × 10,000 pixels with 150 layers of 1000 × 1000: ${huge.join(', ')} (wanted: within 20). Twelve blurred shapes as SVG: ${fixed(blurs)} s (wanted: within 2).`,
      '',
      `A PSD of ${fixed(heavy.file, 0)} MB, 5000 × 7000 pixels with 40 layers as large as the page: ${fixed(heavy.memory, 0)} MB of memory more than before (wanted: under 700), ${fixed(heavy.seconds, 0)} s.`,
    ],
  };
}
