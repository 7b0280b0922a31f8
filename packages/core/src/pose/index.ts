export * from './content';
export * from './pose';
