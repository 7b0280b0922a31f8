export * from './keyEdits';
export * from './keyTrack';
export * from './keyValue';
export * from './keysChangedFrom';
export * from './move';
export * from './moveEdits';
export * from './stroke';
