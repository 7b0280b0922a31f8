export * from './testScene';
export * from './testTrack';
export * from './testSpeech';
export * from './testArtwork';
