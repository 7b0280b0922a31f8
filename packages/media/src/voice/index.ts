export * from './decode';
export * from './hear';
export * from './workingVoice';
export * from './soundModel';
