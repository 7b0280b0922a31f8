export * from './files';
