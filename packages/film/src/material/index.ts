export * from './material';
