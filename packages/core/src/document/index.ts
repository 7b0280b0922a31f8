export * from './carried';
export * from './documents';
export * from './patches';
export * from './references';
export * from './storable';
export * from './nesting';
