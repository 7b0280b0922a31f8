export * from './gallery';
export * from './painter';
export * from './surface';
