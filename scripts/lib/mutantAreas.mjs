/** What mutation testing breaks, area by area, and the folders whose tests should notice. */
export const AREAS = {
  mouth: {
    sources: ['packages/core/src/mouth/**/*.ts'],
    tests: ['packages/core/src/mouth', 'packages/core/src/scene'],
  },
  scene: {
    sources: ['packages/core/src/scene/**/*.ts'],
    tests: ['packages/core/src/scene'],
  },
  motion: {
    sources: ['packages/core/src/motion/**/*.ts'],
    tests: ['packages/core/src/motion', 'packages/core/src/scene'],
  },
  character: {
    sources: ['packages/core/src/character/**/*.ts'],
    tests: ['packages/core/src/character'],
  },
  frame: {
    sources: ['packages/core/src/frame/**/*.ts'],
    tests: ['packages/core/src/frame'],
  },
  painter: {
    sources: ['packages/painter/src/paint/*.ts'],
    tests: ['packages/painter/src/paint'],
  },
  saver: {
    sources: ['apps/web/src/saving/documentSaver.ts'],
    tests: ['apps/web/src/saving'],
  },
};

/** Where the tests of the area that is being broken are gathered in one file, from the project's folder. */
export const GATHERED = 'mutants/gathered.test.ts';
