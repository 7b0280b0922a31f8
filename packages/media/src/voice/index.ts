export * from './decode';
export * from './analyse';
export * from './workingVoice';
export * from './soundModel';
export * from './scratch';
export * from './compose';
export * from './shape';
