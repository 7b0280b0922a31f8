const core = (folder) => `packages/core/src/${folder}/**/*.ts`;
const testsIn = (...folders) => folders.map((folder) => `**/${folder}/**/*.test.ts`);

/** What mutation testing breaks, area by area, and the tests that should notice. */
export const AREAS = {
  mouth: {
    sources: [core('mouth')],
    tests: testsIn('packages/core/src/mouth', 'packages/core/src/scene'),
  },
  scene: {
    sources: [core('scene')],
    tests: testsIn('packages/core/src/scene'),
  },
  motion: {
    sources: [core('motion')],
    tests: testsIn('packages/core/src/motion', 'packages/core/src/scene'),
  },
  character: {
    sources: [core('character')],
    tests: testsIn('packages/core/src/character', 'packages/core/src/scene'),
  },
  frame: {
    sources: [core('frame')],
    tests: testsIn('packages/core/src/frame'),
  },
  painter: {
    sources: ['packages/painter/src/paint/*.ts'],
    tests: testsIn('packages/painter/src'),
  },
  saver: {
    sources: ['apps/web/src/saving/documentSaver.ts'],
    tests: testsIn('apps/web/src/saving'),
  },
};
