export * from './wav';
