export * from './nodeImages';
