export * from './archive';
export * from './zipWriter';
