export * from './documents';
export * from './patches';
