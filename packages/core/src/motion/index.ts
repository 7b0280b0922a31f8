export * from './blinks';
export * from './signal';
export * from './pose';
