export * from './subtitles';
export * from './shownMouths';
