export * from './checkSvg';
export * from './plainPicture';
export * from './workingPicture';
export * from './xmlText';
