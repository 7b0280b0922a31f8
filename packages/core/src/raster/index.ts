export * from './colors';
export * from './coverageGrid';
export * from './plane';
