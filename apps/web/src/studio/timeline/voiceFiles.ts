/** A recording that was dropped, with the script that was dropped beside it. */
export interface VoiceFile {
  readonly file: File;
  /** A text file of the same name; null where there is none. */
  readonly script: File | null;
}

const TEXT_NAME = /\.(txt|vtt|srt)$/i;

const stem = (name: string) => name.replace(/\.[^.]+$/, '').toLowerCase();

/** Recordings in the order of their names, numbers by their size, each with its script; and scripts of no one of them. */
export function voiceFiles(files: readonly File[]): {
  readonly voices: readonly VoiceFile[];
  readonly scripts: readonly File[];
} {
  const texts = files.filter(({ name }) => TEXT_NAME.test(name));
  const byStem = new Map(texts.map((file) => [stem(file.name), file]));
  const voices = files
    .filter(({ name }) => !TEXT_NAME.test(name))
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
    .map((file) => ({ file, script: byStem.get(stem(file.name)) ?? null }));
  const taken = new Set(voices.map(({ script }) => script));
  return { voices, scripts: texts.filter((file) => !taken.has(file)) };
}
