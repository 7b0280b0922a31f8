export * from './layers';
export { svgText, type SvgNode } from './parse';
export * from './readVector';
export * from './vectorDrawing';
export * from './writeLayers';
