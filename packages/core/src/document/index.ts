export * from './documents';
