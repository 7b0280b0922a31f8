/** What mutation testing breaks, area by area, and the folders whose tests should notice. */
const core = (...folders) => folders.map((folder) => `packages/core/src/${folder}`);

export const AREAS = {
  mouth: {
    sources: core('mouth/*.ts'),
    tests: core('mouth'),
  },
  kinds: {
    sources: core('mouth/kinds/*.ts', 'pose/*.ts'),
    tests: core('mouth/kinds', 'pose'),
  },
  scene: {
    sources: core('scene/*.ts', 'document/*.ts', 'records/*.ts', 'time/*.ts'),
    tests: core('scene', 'document', 'records', 'time'),
  },
  program: {
    sources: core('program/*.ts', 'controls/*.ts', 'simulation/*.ts', 'life/*.ts', 'signals/*.ts'),
    tests: core('program', 'controls', 'simulation', 'life', 'signals'),
  },
  character: {
    sources: core('character/*.ts'),
    tests: core('character'),
  },
  recognition: {
    sources: core('character/recognition/*.ts'),
    tests: core('character'),
  },
  newer: {
    sources: core('character/newer/*.ts'),
    tests: core('character/newer'),
  },
  frame: {
    sources: core('frame/*.ts'),
    tests: core('frame'),
  },
  painter: {
    sources: ['packages/painter/src/paint/*.ts'],
    tests: ['packages/painter/src/paint'],
  },
  raster: {
    sources: core('raster/*.ts'),
    tests: core('raster'),
  },
  saver: {
    sources: ['apps/web/src/saving/{documentSaver,journal}.ts', 'apps/web/src/history/*.ts'],
    tests: ['apps/web/src/saving', 'apps/web/src/history'],
  },
};

/** Where the tests of the area that is being broken are gathered in one file, from the project's folder. */
export const GATHERED = 'mutants/gathered.test.ts';
