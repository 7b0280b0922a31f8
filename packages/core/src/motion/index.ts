export * from './blinks';
export * from './signal';
