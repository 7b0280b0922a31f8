export * from './colors';
export * from './coverageGrid';
export * from './cutPieces';
export * from './islands';
export * from './lasso';
export type { PixelGrid } from './pixelGrid';
export * from './plane';
