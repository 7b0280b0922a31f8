export * from './encoder';
export * from './renderFilm';
