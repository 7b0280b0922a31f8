export * from './rgbaPicture';
