export * from './captionedLine';
export * from './captionItems';
export * from './cues';
export * from './writtenWords';
