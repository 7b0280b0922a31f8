export * from './filmFormats';
export * from './filmRecord';
export * from './filmSettings';
export * from './purposes';
export * from './sheetLayout';
export * from './fileName';
export * from './filmParts';
