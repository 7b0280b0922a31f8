export * from './openTypeface';
