export * from './checkSvg';
export * from './workingPicture';
