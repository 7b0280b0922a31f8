export * from './checkSvg';
export * from './packed';
export * from './plainPicture';
export * from './workingPicture';
export * from './xmlText';
