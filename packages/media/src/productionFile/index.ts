export * from './content';
export * from './read';
export * from './write';
