export * from './levels';
export * from './loudness';
export * from './peaks';
export * from './samples';
