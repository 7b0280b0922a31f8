export * from './animation';
export * from './layers';
export * from './lottie';
export * from './svgAnimation';
