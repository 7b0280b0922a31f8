export * from './serve';
