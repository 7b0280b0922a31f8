export * from './color';
export * from './colorSchema';
