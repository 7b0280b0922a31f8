export * from './encoder';
export * from './renderFilm';
export type { FilmSound } from './soundMix';
