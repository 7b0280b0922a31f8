export * from './rawVideo';
