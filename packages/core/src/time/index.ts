export * from './flicks';
export * from './frameRate';
