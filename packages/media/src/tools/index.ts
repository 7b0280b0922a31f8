export * from './run';
export * from './tempFolder';
