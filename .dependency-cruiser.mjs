// Which part of the code may import which, types included: downwards only, and never in a circle.

/** The modules of the core, from the lowest to the highest. */
const LAYERS = [
  ['problem'],
  ['numbers', 'color'],
  ['geometry', 'time', 'records', 'lettering'],
  ['openType'],
  ['kernel', 'signals', 'controls', 'keys', 'mesh'],
  ['frame'],
  ['audio', 'formats', 'life', 'pose', 'raster', 'simulation'],
  ['cues', 'inputs', 'passes'],
  ['speech'],
  ['mouth'],
  ['prosody', 'reactions'],
  ['character'],
  ['particles'],
  ['bodies'],
  ['scene'],
  ['captions', 'delivery', 'face', 'performance'],
  ['document', 'program'],
  ['live', 'timing', 'vectorAnimation'],
  ['testing'],
];
const CORE = '^packages/core/src/';
const folders = (layers) => `${CORE}(${layers.flat().join('|')})/`;

const upwards = LAYERS.map((layer, at) => ({
  name: `${layer.join('-')}-imports-upwards`,
  comment: 'A module of the core may import only those beneath it.',
  severity: 'error',
  from: { path: folders([layer]), pathNot: '\\.test\\.ts$' },
  to: { path: folders(LAYERS.slice(at + 1)) },
})).slice(0, -1);

export default {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'Modules that import each other, types included, can’t be understood one by one.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'known-module',
      comment: 'Give a new folder of the core its place among the layers.',
      severity: 'error',
      from: { path: CORE, pathNot: folders(LAYERS) },
      to: {},
    },
    ...upwards,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.json$|/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js'] },
  },
};
