export * from './encoder';
export * from './renderFilm';
export type { SoundAtTime } from './soundMix';
