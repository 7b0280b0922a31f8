export type { KeepMedia } from './layerStore';
export { LARGEST_ARTWORK } from './limits';
export * from './readArtwork';
