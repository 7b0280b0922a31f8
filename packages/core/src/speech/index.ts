export * from './hearLoudness';
export * from './visemes';
export * from './voiceTrack';
