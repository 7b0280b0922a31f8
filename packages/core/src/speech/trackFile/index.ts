export * from './trackFile';
