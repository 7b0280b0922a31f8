export * from './bearing';
export * from './blinks';
export * from './breath';
export * from './gaze';
export * from './randomNumbers';
export * from './talk';
export * from './talkingBlinks';
