export * from './layers';
export * from './readVector';
export * from './vectorDrawing';
