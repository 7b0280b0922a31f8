export * from './coverageGrid';
