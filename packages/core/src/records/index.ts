export * from './records';
export * from './schemaByKind';
