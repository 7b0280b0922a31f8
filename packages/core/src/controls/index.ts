export * from './control';
export * from './layers';
