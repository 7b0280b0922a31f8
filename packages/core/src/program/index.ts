export * from './compile';
export * from './lineProgram';
export * from './player';
export * from './spokenScene';
