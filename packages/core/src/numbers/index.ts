export * from './arrays';
export * from './clamp';
export * from './binarySearch';
