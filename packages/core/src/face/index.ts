export * from './channels';
export * from './faceFeed';
export * from './faceLinks';
export * from './faceRange';
export * from './faceSettings';
export * from './oneEuro';
export * from './simulatedFace';
export * from './faceOfMesh';
