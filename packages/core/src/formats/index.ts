export * from './safetensors';
export * from './svg';
export * from './wav';
export * from './yuv';
export * from './matroska';
export * from './rgba';
