export * from './color';
