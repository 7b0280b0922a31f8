export * from './coverageGrid';
export * from './unpremultiply';
