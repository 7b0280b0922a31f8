export * from './content';
export { contentsSchema } from './format';
export * from './read';
export * from './write';
