export * from './twoDrawings';
