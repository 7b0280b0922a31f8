export * from './content';
export * from './joinedPose';
export * from './light';
export * from './pose';
