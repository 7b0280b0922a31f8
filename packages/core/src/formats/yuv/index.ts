export * from './yuv420Picture';
