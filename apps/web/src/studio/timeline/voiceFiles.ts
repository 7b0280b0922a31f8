import type { NewVoice } from '@cruvo/core/scene';

/** A recording that was dropped, with the script that was dropped beside it. */
export interface VoiceFile {
  readonly file: File;
  /** A text file of the same name; null where there is none. */
  readonly script: File | null;
}

const TEXT_NAME = /\.txt$/i;

const stem = (name: string) => name.replace(/\.[^.]+$/, '').toLowerCase();

/** Recordings in the order of their names, numbers by their size, each with its script. */
export function voiceFiles(files: readonly File[]): VoiceFile[] {
  const scripts = new Map(
    files.filter(({ name }) => TEXT_NAME.test(name)).map((file) => [stem(file.name), file]),
  );
  return files
    .filter(({ name }) => !TEXT_NAME.test(name))
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
    .map((file) => ({ file, script: scripts.get(stem(file.name)) ?? null }));
}

/** A recording that has come in. */
export interface TakenVoice extends NewVoice {
  readonly script: string;
}
