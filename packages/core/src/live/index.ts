export * from './liveMessages';
export * from './livePage';
export * from './liveLife';
