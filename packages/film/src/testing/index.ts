export * from './plainPicture';
