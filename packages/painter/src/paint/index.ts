export * from './gallery';
export * from './painter';
export * from './retainedPainter';
export * from './surface';
