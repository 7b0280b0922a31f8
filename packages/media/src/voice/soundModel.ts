import { readFile } from 'node:fs/promises';
import { type SoundModel, readSoundModel } from '@cruvo/core/speech';

const WEIGHTS = new URL('../../../core/weights/hearing.safetensors.gz', import.meta.url);

let loading: Promise<SoundModel> | null = null;

/** The sound model that ships with Cruvo, read once. */
export function shippedSoundModel(): Promise<SoundModel> {
  loading ??= readFile(WEIGHTS).then((bytes) => readSoundModel(bytes));
  return loading;
}
