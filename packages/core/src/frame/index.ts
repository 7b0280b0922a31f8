export * from './blendMode';
export * from './frame';
export * from './operation';
