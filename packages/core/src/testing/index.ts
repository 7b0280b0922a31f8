export * from './testScene';
export * from './testTrack';
export * from './testSpeech';
export * from './testArtwork';
export { RICH_CHARACTERS } from './richCharacters';
export * from './richScene';
export * from './roundedDigest';
export * from './goldenMoments';
export * from '../document/fixtures';
