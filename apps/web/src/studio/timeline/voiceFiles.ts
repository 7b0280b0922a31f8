import { isTimingName } from '@cruvo/core/timing';

/** A recording that was dropped, with the script that was dropped beside it. */
export interface VoiceFile {
  readonly file: File;
  /** A text file of the same name; null where there is none. */
  readonly script: File | null;
}

const TEXT_NAME = /\.(txt|vtt|srt)$/i;
/** Captions are also scripts, where recordings come with them. */
const CAPTIONS_NAME = /\.(vtt|srt)$/i;

const stem = (name: string) => name.replace(/\.[^.]+$/, '').toLowerCase();

/**
 * Recordings in the order of their names, numbers by their size, each with its script; scripts of no one of them; and
 * files that tell when things happen.
 */
export function voiceFiles(files: readonly File[]): {
  readonly voices: readonly VoiceFile[];
  readonly scripts: readonly File[];
  readonly timings: readonly File[];
} {
  const texts = files.filter(({ name }) => TEXT_NAME.test(name));
  const byStem = new Map(texts.map((file) => [stem(file.name), file]));
  const voices = files
    .filter(({ name }) => !TEXT_NAME.test(name) && !isTimingName(name))
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
    .map((file) => ({ file, script: byStem.get(stem(file.name)) ?? null }));
  const taken = new Set(voices.map(({ script }) => script));
  const left = texts.filter((file) => !taken.has(file));
  const timings = files.filter(({ name }) => isTimingName(name) && !TEXT_NAME.test(name));
  const timed = voices.length > 0 ? [] : left.filter(({ name }) => CAPTIONS_NAME.test(name));
  return {
    ...{ voices, scripts: left.filter((file) => !timed.includes(file)) },
    timings: [...timings, ...timed],
  };
}
