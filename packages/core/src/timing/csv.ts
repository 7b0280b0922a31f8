import Papa from 'papaparse';
import { VISEME_NAMES } from '../speech/visemes';
import type { Timing } from './timing';

/** A row for each line, word, sound, mouth, clip and marker, in order; times in seconds. */
export function eventsCsv({ lines, clips, markers }: Timing): string {
  const rows = [
    ...lines.flatMap(({ speaker, words, sounds, mouths, ...line }) => [
      { ...line, kind: 'line', who: speaker, what: line.name, more: line.script },
      ...words.map((word) => ({ ...word, kind: 'word', who: speaker, what: word.text, more: '' })),
      ...sounds.map((sound) => ({
        ...{ ...sound, kind: 'sound', who: speaker, what: sound.viseme },
        more: sound.phone ?? VISEME_NAMES[sound.viseme],
      })),
      ...mouths.map(({ drawing, byHand, ...mouth }) => ({
        ...{ ...mouth, kind: 'mouth', who: speaker, what: drawing, more: byHand ? 'by hand' : '' },
      })),
    ]),
    ...clips.map(({ character, name, channels, ...clip }) => ({
      ...{ ...clip, who: character, what: name, more: channels.join(' ') },
    })),
    ...markers.map(({ name, ...marker }) => ({
      ...{ ...marker, kind: 'marker', who: '', what: name, more: '' },
    })),
  ];
  const table = rows
    .sort((a, b) => a.start - b.start)
    .map(({ start, end, kind, who, what, more }) => [
      ...[start.toFixed(4), end.toFixed(4), kind, who, what, more],
    ]);
  return written([['start', 'end', 'kind', 'who', 'what', 'more'], ...table]);
}

/** A row for each frame: what each character says and shows, and the value of each control that moves. */
export function framesCsv({ lines, controls, length, frameRate, characters }: Timing): string {
  const rate = exactRate(frameRate);
  const count = Math.max(controls[0]?.values.length ?? 0, Math.ceil(length * rate - 1e-6));
  const speakers = characters.filter((name) => lines.some(({ speaker }) => speaker === name));
  const spoken = speakers.map((name) => lines.filter(({ speaker }) => speaker === name));
  const head = [
    ...['frame', 'time'],
    ...speakers.flatMap((name) => ['word', 'viseme', 'mouth'].map((what) => `${name} ${what}`)),
    ...controls.map(({ character, control }) => `${character} ${control}`),
  ];
  const rows = Array.from({ length: count }, (_, frame) => {
    const time = (frame + 0.5) / rate;
    const says = spoken.flatMap((own) => {
      const line = own.findLast((one) => time >= one.start && time < one.end);
      const now = <Item extends { start: number; end: number }>(items: readonly Item[]) =>
        items.findLast((one) => time >= one.start && time < one.end);
      return line
        ? [now(line.words)?.text, now(line.sounds)?.viseme, now(line.mouths)?.drawing]
        : [undefined, undefined, undefined];
    });
    return [
      ...[frame, (frame / rate).toFixed(4)],
      ...says.map((value) => value ?? ''),
      ...controls.map(({ values }) => values[frame] ?? ''),
    ];
  });
  return written([head, ...rows]);
}

/** Frames a second of a rate by its name: 23.976 stands for 24000/1001. */
export function exactRate(name: string): number {
  const rate = Number(name);
  return Number.isInteger(rate) ? rate : (1000 * Math.round(rate)) / 1001;
}

/** Rows as RFC 4180 has them; what a spreadsheet would run as a formula is written as text. */
const written = (rows: (string | number | undefined)[][]): string =>
  `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })}\r\n`;
