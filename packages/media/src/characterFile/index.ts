export * from './bringIn';
export * from './write';
export * from './writeOra';
