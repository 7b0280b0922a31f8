import whole from './jest.config.mjs';

/** The inner loop: tests that need no database, no browser and no program but Node. */
export default {
  ...whole,
  testMatch: ['**/src/**/*.test.ts', '**/src/**/*.test.tsx'],
  testPathIgnorePatterns: [
    '/node_modules/',
    '<rootDir>/apps/(server|cli)/',
    '<rootDir>/packages/media/',
    '<rootDir>/packages/film/src/(render|gallery)/',
  ],
};
