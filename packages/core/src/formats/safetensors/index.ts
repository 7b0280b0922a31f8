export * from './safetensors';
