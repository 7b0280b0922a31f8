export * from './blinks';
