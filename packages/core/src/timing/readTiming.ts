import { ValidationError } from 'yup';
import { Problem } from '../problem';
import { readCaptions, visemeOfLabel } from '../speech';
import { readOpenTimeline } from './openTimeline';
import { readTextGrid, type Tier } from './textGrid';
import {
  timingSchema,
  type Timed,
  type TimedClip,
  type TimedMarker,
  type TimedMouth,
  type TimedSound,
  type TimedWord,
} from './timing';

/** Something that is said, as a file tells it. Times are seconds from the file's beginning. */
export interface ReadLine extends Timed {
  /** Null where the file doesn't say. */
  readonly speaker: string | null;
  /** What the file calls it; empty where it doesn't. */
  readonly name: string;
  readonly script: string;
  readonly language: string | null;
  /** Name of the recording; null where none is named. */
  readonly voice: string | null;
  /** Where in the recording it begins. */
  readonly offset: number;
  readonly words: readonly TimedWord[];
  readonly sounds: readonly TimedSound[];
  readonly mouths: readonly TimedMouth[];
}

/** What a file tells of when things happen. */
export interface ReadTiming {
  readonly lines: readonly ReadLine[];
  readonly markers: readonly TimedMarker[];
  readonly clips: readonly TimedClip[];
}

const NAMES = /\.(srt|vtt|textgrid|otio|json)$/i;

/** Whether a file tells when things happen, by its name. */
export const isTimingName = (name: string): boolean => NAMES.test(name);

/**
 * Reads a file that tells when things happen: captions (SRT, WebVTT), phonetics (TextGrid), a timeline
 * (OpenTimelineIO), or timing that Cruvo wrote (JSON). Which of them it is is told by its content.
 *
 * @param name of the file, for messages
 * @throws Problem in one sentence
 */
export function readTiming(name: string, text: string): ReadTiming {
  const found = captions(text) ?? phonetics(text) ?? json(name, text);
  if (found.lines.length + found.markers.length + found.clips.length > 0) return found;
  throw new Problem('bad-input', `“${name}” tells of nothing that happens.`);
}

const NOTHING = {
  ...{ language: null, voice: null, offset: 0, name: '' },
  ...{ words: [], sounds: [], mouths: [] },
} as const;

function captions(text: string): ReadTiming | null {
  const cues = readCaptions(text).filter(({ start, end }) => end > start);
  if (cues.length === 0) return null;
  const lines = cues.map(({ speaker, text: script, start, end }) => ({
    ...{ ...NOTHING, speaker, start, end },
    script: script.replace(/\s*\n\s*/g, ' '),
  }));
  return { lines, markers: [], clips: [] };
}

/** What a tier holds, by the end of its name; what stands before names the speaker. */
const TIERS: readonly (readonly [kind: 'lines' | 'words' | 'sounds' | 'mouths', RegExp])[] = [
  ['lines', /(?:^|[\s_:.-])(?:lines?|sentences?|utterances?|phrases?|script|text)$/i],
  ['words', /(?:^|[\s_:.-])words?$/i],
  ['sounds', /(?:^|[\s_:.-])(?:sounds?|phones?|phonemes?|segments?)$/i],
  ['mouths', /(?:^|[\s_:.-])mouths?$/i],
];

/** Words closer together than this are said in one go, seconds. */
const PAUSE = 0.6;

function phonetics(text: string): ReadTiming | null {
  const tiers = readTextGrid(text);
  if (!tiers) return null;
  const speakers = new Map<string, Partial<Record<(typeof TIERS)[number][0], Tier>>>();
  const markers: TimedMarker[] = [];
  for (const tier of tiers) {
    const [kind, ending] = TIERS.find(([, pattern]) => pattern.test(tier.name)) ?? [];
    if (kind && ending) {
      const speaker = tier.name.replace(ending, '').trim();
      speakers.set(speaker, { ...speakers.get(speaker), [kind]: tier });
    } else {
      markers.push(...said(tier).map(({ text: label, ...at }) => ({ ...at, name: label })));
    }
  }
  const lines = [...speakers].flatMap(([speaker, own]) => {
    const words = own.words ? said(own.words) : [];
    const spoken = own.lines ? said(own.lines) : runsOf(words);
    return spoken.map(({ start, end, text: script }): ReadLine => {
      const inside = (item: Timed) => item.start >= start - 1e-6 && item.end <= end + 1e-6;
      return {
        ...{ ...NOTHING, speaker: speaker || null, start, end, script },
        words: words.filter(inside),
        sounds: (own.sounds ? said(own.sounds) : []).filter(inside).map(soundOf),
        mouths: (own.mouths ? said(own.mouths) : []).filter(inside).map((mouth) => {
          return { start: mouth.start, end: mouth.end, drawing: mouth.text, byHand: false };
        }),
      };
    });
  });
  return { lines, markers, clips: [] };
}

const said = ({ intervals }: Tier) => intervals.filter(({ text }) => text.trim() !== '');

/** Words that follow each other, as what is said in one go. */
function runsOf(words: readonly TimedWord[]): readonly TimedWord[] {
  const runs: { start: number; end: number; text: string }[] = [];
  for (const { start, end, text } of words) {
    const last = runs.at(-1);
    if (last && start - last.end < PAUSE) {
      last.text += ` ${text}`;
      last.end = end;
    } else runs.push({ start, end, text });
  }
  return runs;
}

function soundOf({ start, end, text }: TimedWord): TimedSound {
  const viseme = visemeOfLabel(text);
  return {
    ...{ start, end, viseme: viseme ?? 0, phone: text, word: null },
    confidence: viseme === null ? 0 : 1,
  };
}

const READABLE = 'Bring captions (SRT, WebVTT), a TextGrid, a timeline (OTIO), or timing as JSON.';

function json(name: string, text: string): ReadTiming {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Problem('bad-input', `“${name}” can’t be read. ${READABLE}`);
  }
  const timeline = readOpenTimeline(value);
  if (timeline) {
    const { clips, markers } = timeline;
    const lines = clips
      .filter(({ heard }) => heard)
      .map(({ track, name: called, media, offset, start, end, script }): ReadLine => {
        const spoken = { ...NOTHING, speaker: track, name: called, start, end };
        return { ...spoken, voice: media, offset, script: script ?? '' };
      });
    const others = clips.filter(({ heard }) => !heard);
    return {
      lines,
      markers: [...markers, ...others.filter(({ kind }) => kind === null)],
      clips: others.flatMap(({ kind, name: called, start, end, track }): TimedClip[] => {
        const character = track.replace(/:[^:]*$/, '');
        return kind === null ? [] : [{ kind, name: called, start, end, character, channels: [] }];
      }),
    };
  }
  if ((value as { format?: unknown } | null)?.format !== 'cruvo timing') {
    throw new Problem('bad-input', `“${name}” tells nothing of when things happen. ${READABLE}`);
  }
  try {
    const { lines, markers, clips } = timingSchema.validateSync(value, { strict: true });
    return { lines, markers, clips };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem('bad-input', `“${name}” can’t be used: ${error.message}.`);
  }
}
