import type { Character } from '../character';
import type { CueClip } from '../cues';
import { chartOf } from '../mouth';
import { clamp } from '../numbers';
import {
  endOf,
  linesOf,
  MOST_MARKERS,
  memberCalled,
  nameOfText,
  PACE_RANGE,
  rowOfMember,
  textLine,
  unknownSpeakers,
  withLines,
  type Called,
  type Line,
  type Marker,
  type Scene,
} from '../scene';
import { SHORTEST_LINE } from '../scene/lineEdits';
import { trackOfSounds, type Sound, type Viseme, type VoiceTrack } from '../speech';
import { toFlicks, toSeconds, type Flicks } from '../time';
import type { ReadLine, ReadTiming } from './readTiming';
import type { Timed, TimedSound } from './timing';

interface Place {
  readonly scene: Scene;
  /** Who is on the stage, as they are called. */
  readonly cast: readonly Called[];
  /** The characters of the cast by the ids of its members. */
  readonly characters: ReadonlyMap<string, Character>;
  /** Who speaks where nobody known is named. */
  readonly member: string;
  readonly newId: () => string;
}

/** What a file told, to be laid down in a scene. */
export interface LaidTiming {
  /** Lines that are new, or have their words now. */
  readonly lines: readonly Line[];
  readonly markers: readonly Marker[];
  readonly cues: readonly CueClip[];
  /** Sounds that the file told, by the ids of lines. */
  readonly tracks: ReadonlyMap<string, VoiceTrack>;
  /** What there is to know of it, a sentence each. */
  readonly notes: readonly string[];
}

/**
 * What a file tells of when things happen, for a scene: each line at its time, markers, and cues that characters have. A
 * line that has no words yet and is said at that time, or has the recording that the file names, gets its words.
 */
export function laidTiming({ lines, markers, clips }: ReadTiming, place: Place): LaidTiming {
  const { scene, cast, member, newId } = place;
  const tracks = new Map<string, VoiceTrack>();
  const unknown = new Set<string>();
  const taken = new Set<string>();
  const laid = lines.flatMap((read): Line[] => {
    const who = read.speaker === null ? member : memberCalled(cast, read.speaker);
    if (who === null) unknown.add(read.speaker!);
    const row = rowOfMember(scene, who ?? member);
    if (row === null) return [];
    const there = linesOf(scene).find((line) => !taken.has(line.id) && isMeant(line, row, read));
    if (there) {
      taken.add(there.id);
      return [read.script === '' ? there : { ...there, script: read.script }];
    }
    const line = newLine(read, row, newId(), place.characters.get(who ?? member));
    const track = trackOf(read);
    if (track) tracks.set(line.id, track);
    return [line];
  });
  const cues = clips.flatMap(({ kind, name, character, start, end }): CueClip[] => {
    const who = memberCalled(cast, character);
    const known = Object.values(place.characters.get(who ?? '')?.cues ?? {});
    const cue = kind === 'cue' ? known.find((one) => one.name === name) : undefined;
    if (!who || !cue) return [];
    const length = Math.max(1, toFlicks(end - start));
    return [{ id: newId(), member: who, cue: cue.id, start: toFlicks(start), hook: null, length }];
  });
  const marked = markers.slice(0, MOST_MARKERS - Object.keys(scene.markers).length);
  const added = marked.map(({ name, start, end }): Marker => {
    const id = newId();
    return { id, name: name.slice(0, 200), start: toFlicks(start), length: toFlicks(end - start) };
  });
  const notes = notesOf(unknown, place, clips.length - cues.length, markers.length - added.length);
  return { lines: laid, markers: added, cues, tracks, notes };
}

/** A scene in which that is laid down. */
export function withTiming(
  scene: Scene,
  { lines, markers, cues }: Pick<LaidTiming, 'lines' | 'markers' | 'cues'>,
): Scene {
  const whole = withLines(scene, lines);
  return {
    ...whole,
    markers: { ...whole.markers, ...byId(markers) },
    cues: { ...whole.cues, ...byId(cues) },
  };
}

const byId = <Item extends { readonly id: string }>(items: readonly Item[]) =>
  Object.fromEntries(items.map((item) => [item.id, item]));

/** Whether a line that is there is the one that a file tells of. */
function isMeant(line: Line, row: string, { start, end, voice }: ReadLine): boolean {
  if (voice !== null && line.voice) return stem(line.voice.name) === stem(voice);
  if (line.row !== row || line.script.trim() !== '') return false;
  const common =
    Math.min(endOf(line), toFlicks(end)) - Math.max(line.start, toFlicks(Math.max(0, start)));
  return common > line.length / 2;
}

const stem = (name: string) => name.replace(/\.[^.]+$/, '').toLowerCase();

function newLine(read: ReadLine, row: string, id: string, character: Character | undefined): Line {
  const start = toFlicks(Math.max(0, read.start));
  const length = Math.max(SHORTEST_LINE, toFlicks(read.end) - start);
  const name = read.name || nameOfText(read.script);
  const words = read.script.split(/\s+/).filter(Boolean).length;
  const pace = Math.round((60 * words) / Math.max(0.1, toSeconds(length) - 0.5));
  return {
    ...textLine({ id, row, name: name.slice(0, 300), start }),
    ...{ script: read.script, duration: length, length },
    ...(read.language === null ? {} : { language: read.language }),
    wordsPerMinute: words > 0 ? clamp(pace, PACE_RANGE.least, PACE_RANGE.most) : PACE_RANGE.usual,
    corrections: correctionsOf(read, start, length, character),
  };
}

/** Mouths that were set by hand, as far as the character has drawings that are called so. */
function correctionsOf(
  { mouths }: ReadLine,
  start: Flicks,
  length: Flicks,
  character: Character | undefined,
): Line['corrections'] {
  const chart = character?.mouth ? chartOf(character.mouth) : null;
  const drawings = new Map(
    chart?.drawings.map(({ label, drawing }) => [label.toLowerCase(), drawing]),
  );
  return mouths.flatMap((mouth) => {
    const drawing = mouth.byHand ? drawings.get(mouth.drawing.toLowerCase()) : undefined;
    const from = Math.max(0, toFlicks(mouth.start) - start);
    const to = Math.min(length, toFlicks(mouth.end) - start);
    return drawing === undefined || to <= from ? [] : [{ start: from, end: to, drawing }];
  });
}

/** The sounds of a line from its start to its end, silence where the file tells of none; null where it tells none at all. */
function trackOf({ start, end, sounds, words }: ReadLine): VoiceTrack | null {
  if (sounds.length === 0) return null;
  const duration = toSeconds(Math.max(SHORTEST_LINE, toFlicks(end) - toFlicks(start)));
  const place = ({ start: from, end: to }: Timed) => ({
    start: clamp(from - start, 0, duration),
    end: clamp(to - start, 0, duration),
  });
  const all: Sound[] = [];
  const silence = (to: number) => {
    const from = all.at(-1)?.end ?? 0;
    if (to <= from) return;
    all.push({
      ...{ start: from, end: to, viseme: 0, phone: null, word: null },
      confidence: 1,
    });
  };
  for (const sound of [...sounds].sort((a, b) => a.start - b.start)) {
    const at = place(sound);
    silence(at.start);
    const from = all.at(-1)?.end ?? 0;
    if (at.end > from) all.push({ ...asSound(sound), start: from, end: at.end });
  }
  silence(duration);
  const spoken = words.map((word) => ({ ...place(word), text: word.text }));
  return trackOfSounds(all, spoken, duration);
}

function asSound({ viseme, phone, word, confidence }: TimedSound): Omit<Sound, 'start' | 'end'> {
  return { viseme: viseme as Viseme, phone, word, confidence };
}

function notesOf(
  unknown: ReadonlySet<string>,
  { cast, member }: Place,
  clipsLeft: number,
  markersLeft: number,
): string[] {
  const notes = unknownSpeakers(unknown, cast, member);
  if (clipsLeft > 0) {
    notes.push(
      `${clipsLeft === 1 ? 'A cue, move or take' : `${clipsLeft} cues, moves and takes`} of the file could not be laid down: nobody on the stage has them.`,
    );
  }
  if (markersLeft > 0) notes.push(`${markersLeft} markers were left out: there are too many.`);
  return notes;
}
