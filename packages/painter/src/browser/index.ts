export * from './frameCanvas';
