export * from './importArtwork';
export * from './write';
export * from './writeOra';
