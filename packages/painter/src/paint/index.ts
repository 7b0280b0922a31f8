export * from './images';
export * from './painter';
export * from './retainedPainter';
export * from './surface';
export * from './traceParts';
