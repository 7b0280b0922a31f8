export * from './svg';
export * from './wav';
