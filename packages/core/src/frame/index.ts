export * from './bentShapes';
export * from './blendMode';
export * from './digest';
export * from './frame';
export * from './item';
export * from './shapeBounds';
export * from './vectorDrawing';
