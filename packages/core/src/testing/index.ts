export * from './testScene';
export * from './testTrack';
export * from './testSpeech';
export * from './testArtwork';
export * from './richScene';
