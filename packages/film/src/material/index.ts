export * from './material';
export * from './carried';
