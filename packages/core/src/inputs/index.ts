export * from './binding';
export * from './gamepad';
export * from './learner';
export * from './midi';
export * from './reading';
