export * from './espeak';
export * from './prepareScript';
