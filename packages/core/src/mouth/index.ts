export * from './articulate';
export * from './articulation';
export * from './corrections';
export * from './fitSettings';
export * from './layMouths';
export * from './mouthChart';
export * from './mouths';
export * from './opening';
