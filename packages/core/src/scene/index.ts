export * from './changes';
export * from './filmSettings';
export * from './production';
export * from './scene';
export * from './starterScene';
