export * from './layers';
export type { LeftOut } from './leaveOut';
export type { Lettering, OutlineText } from './outlinedText';
export { svgText, type SvgNode } from './parse';
export * from './pieces';
export * from './readVector';
export { pointsOutside, urlOutside } from './references';
export type { ReadStyleSheet, SimpleSelector, StyleRule } from './styleRules';
export * from './writeLayers';
