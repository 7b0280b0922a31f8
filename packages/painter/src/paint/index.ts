export * from './compareWithFlat';
export * from './drawOnCanvas';
export * from './images';
export * from './measureFace';
export * from './painter';
export * from './retainedPainter';
export * from './traceParts';
