export * from './sandboxPool';
export type { KeptFile, Opened, OpenedKind } from './messages';
export { SOURCE, TRACK } from './messages';
