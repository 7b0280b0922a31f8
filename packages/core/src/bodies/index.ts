export * from './body';
export * from './bodyRun';
export * from './engine';
export * from './link';
export * from './obstacles';
export * from './outline';
export * from './rigid';
export * from './rigidWorld';
