export * from './files';
export * from './hostileFiles';
