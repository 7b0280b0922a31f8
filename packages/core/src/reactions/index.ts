export * from './curves';
export * from './keptReaction';
export * from './reaction';
export * from './reactionEdits';
export * from './shapeCurve';
export * from './shaping';
export * from './signalSpec';
