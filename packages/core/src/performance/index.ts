export * from './bodyMap';
export * from './bringToLife';
export * from './presets';
export * from './usualBindings';
