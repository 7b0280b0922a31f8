export * from './levels';
export * from './melBands';
export * from './resample';
export * from './loudness';
export * from './peaks';
export * from './samples';
export * from './spectrum';
export * from './voiceQuality';
