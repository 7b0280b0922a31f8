export * from './csv';
export * from './openTimeline';
export * from './shownMouths';
export * from './subtitles';
export * from './textGrid';
export * from './timing';
export * from './timingFiles';
export * from './timingOf';
