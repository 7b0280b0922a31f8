export * from './cue';
export * from './cueEdits';
export * from './cueRecorder';
export * from './cueTimes';
