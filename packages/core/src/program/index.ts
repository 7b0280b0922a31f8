export * from './compile';
export * from './exposure';
export * from './lineProgram';
export * from './memberProgram';
export { fontsOf, type Typefaces } from './captions';
export * from './player';
export * from './seenCaptions';
export * from './spokenScene';
export * from './review';
