export * from './testScene';
