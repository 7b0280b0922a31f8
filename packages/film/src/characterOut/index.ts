export * from './characterOut';
export * from './portrait';
