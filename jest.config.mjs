/** Unit tests in Node; tests of the server run against a real PostgreSQL (CRUVO_DATABASE_URL). */
export default {
  testEnvironment: '<rootDir>/scripts/testEnvironments/node.mjs',
  testMatch: [
    '**/src/**/*.test.ts',
    '**/src/**/*.test.tsx',
    '**/kernel/*.test.ts',
    '<rootDir>/scripts/**/*.test.ts',
    '<rootDir>/training/*.test.ts',
    '<rootDir>/fuzz/*.test.ts',
  ],
  modulePathIgnorePatterns: ['<rootDir>/.data', '/dist/'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          target: 'es2022',
          transform: { react: { runtime: 'automatic' } },
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  moduleNameMapper: {
    // The bundler gives the addresses of fonts.
    '/fontUrls$': '<rootDir>/apps/web/src/testing/fontUrls.ts',
    // And of what workers load.
    '(capture\\.worklet\\.ts|\\.safetensors\\.gz)$': '<rootDir>/apps/web/src/testing/fileUrl.ts',
    '^@cruvo/(core|painter|media|film)/(.*)$': '<rootDir>/packages/$1/src/$2/index.ts',
    '^@cruvo/server/(.*)$': '<rootDir>/apps/server/src/$1/index.ts',
  },
  testSequencer: '<rootDir>/scripts/lib/slowFirst.mjs',
  // The longest suites wait for programs and databases more than they compute.
  maxWorkers: '100%',
  // A worker whose memory has grown with its suites takes too long to end and would be killed.
  workerIdleMemoryLimit: '800MB',
  // It leaves nothing open; to give back what it holds takes longer than the half second of Jest.
  workerGracefulExitTimeout: 10_000,
  testTimeout: 60_000,
};
