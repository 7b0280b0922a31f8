export * from './arrays';
export * from './clamp';
