export * from './compile';
export * from './exposure';
export * from './lineProgram';
export * from './player';
export * from './spokenScene';
export * from './review';
