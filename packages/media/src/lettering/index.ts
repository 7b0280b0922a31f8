export * from './typefaces';
