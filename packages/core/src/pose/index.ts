export * from './content';
export * from './joinedPose';
export * from './pose';
