export * from './fonts';
export * from './outline';
export * from './typeface';
