export * from './rooms';
export type { KeptFile, Opened } from './messages';
export { SOURCE } from './messages';
