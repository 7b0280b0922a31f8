export * from './signal';
