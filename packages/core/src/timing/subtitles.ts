import { cuesOf, writtenWords, type WrittenWord } from '../captions';
import { endOf, sceneTime, type Stretch } from '../scene/line';
import { linesOf, speakerOf } from '../scene/scene';
import type { Program } from '../program';
import { toFlicks, toSeconds } from '../time';
import { memberName } from './shownMouths';

/** What is read at one time. Seconds from the beginning of what is delivered. */
export interface Subtitle {
  readonly start: number;
  readonly end: number;
  /** One line or two. */
  readonly rows: readonly string[];
  readonly speaker: string;
}

/** How much of a subtitle is read at once: rows, and characters in each. */
const ROWS = 2;
const ROW_LENGTH = 42;

/** What is said in a stretch of a scene, in pieces that can be read at one time. */
export function subtitlesOf(program: Program, { start, end }: Stretch): Subtitle[] {
  const { scene } = program;
  const shown = linesOf(scene)
    .filter((line) => !scene.rows[line.row]!.muted && line.start < end && endOf(line) > start)
    .flatMap((line) => {
      const heard = { start: toSeconds(line.offset), end: toSeconds(line.offset + line.length) };
      const track = program.lines.get(line.id)?.track ?? null;
      const words = writtenWords(line.script, track?.words ?? [], heard);
      const own = program.memos.get(speakerOf(scene, line))?.value;
      const speaker = own ? memberName(own) : '';
      return cuesOf(words, fits).map((cue) => {
        const time = (seconds: number) => sceneTime(line, toFlicks(seconds));
        return {
          start: Math.max(start, time(cue.start)),
          end: Math.min(end, endOf(line), time(cue.end)),
          rows: rowsOf(cue.words),
          speaker,
        };
      });
    })
    .filter((one) => one.end > one.start)
    .sort((a, b) => a.start - b.start);
  return shown.map((one) => ({
    ...one,
    start: toSeconds(one.start - start),
    end: toSeconds(one.end - start),
  }));
}

const fits = (words: readonly WrittenWord[]) => rowsOf(words).length <= ROWS;

/** Words in rows of about the same length. */
function rowsOf(words: readonly WrittenWord[]): string[] {
  const texts = words.map(({ text }) => text);
  const greedy = filled(texts, ROW_LENGTH);
  if (greedy.length !== ROWS) return greedy;
  // The shortest rows that still are two.
  for (let most = Math.ceil(texts.join(' ').length / ROWS); most < ROW_LENGTH; most++) {
    const even = filled(texts, most);
    if (even.length === ROWS) return even;
  }
  return greedy;
}

function filled(texts: readonly string[], most: number): string[] {
  const rows: string[] = [];
  for (const text of texts) {
    const last = rows.at(-1);
    if (last !== undefined && last.length + 1 + text.length <= most) {
      rows[rows.length - 1] = `${last} ${text}`;
    } else rows.push(text);
  }
  return rows;
}

/** Subtitles as WebVTT (W3C), each with the name of who speaks. */
export function webVtt(subtitles: readonly Subtitle[]): string {
  const cues = subtitles.map(({ start, end, rows, speaker }) => {
    const voice = speaker ? `<v ${escaped(speaker).replaceAll('\n', ' ')}>` : '';
    return `${clock(start, '.')} --> ${clock(end, '.')}\n${voice}${rows.map(escaped).join('\n')}\n`;
  });
  return ['WEBVTT\n', ...cues].join('\n');
}

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** Subtitles as SubRip. */
export function subRip(subtitles: readonly Subtitle[]): string {
  return subtitles
    .map(({ start, end, rows }, at) => {
      return `${at + 1}\n${clock(start, ',')} --> ${clock(end, ',')}\n${rows.join('\n')}\n`;
    })
    .join('\n');
}

/** Hours, minutes, seconds and milliseconds. */
function clock(seconds: number, point: string): string {
  const all = Math.round(1000 * seconds);
  const two = (value: number) => String(Math.floor(value)).padStart(2, '0');
  const milliseconds = String(all % 1000).padStart(3, '0');
  return `${two(all / 3_600_000)}:${two((all / 60_000) % 60)}:${two((all / 1000) % 60)}${point}${milliseconds}`;
}
