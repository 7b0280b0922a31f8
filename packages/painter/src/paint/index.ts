export * from './compareWithFlat';
export * from './drawOnCanvas';
export * from './images';
export * from './measureFace';
export * from './mouthLooks';
export * from './painter';
export * from './retainedPainter';
export * from './traceParts';
