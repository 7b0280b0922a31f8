export * from './emitter';
export * from './flight';
export * from './looks';
export * from './painted';
export * from './particleRun';
export * from './presets';
export * from './surroundings';
