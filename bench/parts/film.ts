import { demoScene } from '../demoScene';
import { benchRendering } from '../rendering';
import { fixed, table, type Figure, type Report } from '../report';

const SIZES = [
  ['720p', 1280, 720],
  ['1080p', 1920, 1080],
] as const;
const WANTED = 1.2;
const TRANSPARENT = [
  ['webm', 'WebM (VP9)'],
  ['mov', 'MOV (ProRes 4444)'],
] as const;
const WANTED_TRANSPARENT = 0.9;

/** How fast the demo becomes a film, against the encoder alone. */
export async function film(): Promise<Report> {
  const demo = await demoScene();
  const rows: string[][] = [];
  const figures: Figure[] = [];
  for (const [name, width, height] of SIZES) {
    const { film: rate, encoder, ratio } = await benchRendering(demo, width, height);
    rows.push([
      `${width} × ${height}`,
      ...[fixed(rate), fixed(encoder), fixed(ratio, 2), String(WANTED), fixed(rate / 24)],
    ]);
    figures.push(
      { name: `film.${name}.ratio`, where: 'Node', value: ratio, unit: 'times', wanted: WANTED },
      { name: `film.${name}.rate`, where: 'Node', value: rate, unit: 'frames/s', wanted: null },
    );
  }
  const clear: string[][] = [];
  for (const [format, name] of TRANSPARENT) {
    const { film: rate, encoder, ratio } = await benchRendering(demo, 1280, 720, format);
    const wanted = String(WANTED_TRANSPARENT);
    clear.push([name, fixed(rate), fixed(encoder), fixed(ratio, 2), wanted, fixed(rate / 24)]);
    figures.push({
      ...{ name: `film.${format}.ratio`, where: 'Node', value: ratio, unit: 'times' },
      wanted: WANTED_TRANSPARENT,
    });
  }
  demo.close();
  return {
    figures,
    text: [
      '## Rendering the demo to MP4',
      '',
      'At 24 frames a second. “ffmpeg alone” encodes the same frames as RGBA from a file with the same settings, in the same run; the best of six each, in turn.',
      '',
      ...table(
        ['size', 'film, frames a second', 'ffmpeg alone', 'ratio', 'wanted', 'times real time'],
        rows,
      ),
      '',
      'See-through, its first five seconds at 1280 × 720; the better of two each, in turn.',
      '',
      ...table(
        ['format', 'film, frames a second', 'ffmpeg alone', 'ratio', 'wanted', 'times real time'],
        clear,
      ),
    ],
  };
}
