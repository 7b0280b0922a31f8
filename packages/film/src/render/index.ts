export * from './encoder';
export * from './renderFilm';
export type { FilmSound } from './soundMix';
export { encodingOf } from './encodings';
export * from './filmJob';
export * from './filmInParts';
export * from './neededEncoders';
export { playerFor } from './filmPictures';
