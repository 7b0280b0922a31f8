export * from './box';
export * from './matrix';
export * from './point';
export * from './pathBounds';
