export * from './nextName';
export * from './records';
export * from './schemaByKind';
