export * from './character';
export * from './drawing';
export * from './fromLayers';
export * from './twoDrawings';
