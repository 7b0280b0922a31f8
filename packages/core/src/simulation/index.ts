export * from './checkpoints';
export * from './follow';
export * from './simulation';
export * from './simulationRun';
