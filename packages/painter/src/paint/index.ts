export * from './compareWithFlat';
export * from './drawOnCanvas';
export * from './images';
export * from './measureEyes';
export * from './painter';
export * from './retainedPainter';
export * from './traceParts';
