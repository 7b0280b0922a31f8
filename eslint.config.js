import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

const tests = ['**/*.test.ts', '**/*.test.tsx', 'e2e/**'];

/** Packages of ours that a folder may import; nothing else of ours. */
const boundary = (folder, allowed) => ({
  files: [`${folder}/src/**`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^@cruvo/(?!(${['none', ...allowed].join('|')})(/|$))`,
            message: `${folder} may import only: ${allowed.join(', ') || 'no package of ours'}.`,
          },
          ...(folder === 'packages/core'
            ? [
                {
                  group: ['node:*', 'react', 'react-*'],
                  message: 'core is pure: no Node, no DOM, no interface.',
                },
              ]
            : []),
        ],
      },
    ],
  },
});

export default ts.config(
  { ignores: ['**/dist/**', '.data/**', 'coverage/**', 'test-results/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-expressions': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['apps/web/**'],
    plugins: { 'react-hooks': reactHooks },
    // Its other rules run the React compiler, which this project does without: half of all the time of linting.
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  boundary('packages/core', []),
  boundary('packages/painter', ['core']),
  boundary('packages/media', ['core']),
  boundary('packages/film', ['core', 'painter', 'media']),
  boundary('apps/web', ['core', 'painter']),
  boundary('apps/player', ['core', 'painter']),
  boundary('apps/server', ['core', 'painter', 'media', 'film']),
  boundary('apps/cli', ['core', 'painter', 'media', 'film', 'server']),
  { files: tests, rules: { 'no-restricted-imports': 'off' } },
);
