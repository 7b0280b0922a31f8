export * from './safetensors';
export * from './svg';
export * from './wav';
