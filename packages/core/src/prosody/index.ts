export * from './emphasis';
export * from './fittedEnds';
export * from './phrases';
export * from './spokenUnits';
export * from './syllables';
export * from './unitFeatures';
export * from './voiceFeatures';
