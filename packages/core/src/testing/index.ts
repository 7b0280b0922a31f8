export * from './testScene';
export * from './testTrack';
export * from './testSpeech';
