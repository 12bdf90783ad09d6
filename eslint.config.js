import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// One way: the core knows nobody, server and web know the core, and neither knows the other.
const noNode = [
  '@ivolt/*',
  '**/server/src/**',
  '**/web/src/**',
  'node:*',
  'fs',
  'path',
  'os',
  'crypto',
  'http',
  'fastify',
  'pg',
  'react',
  'react-*',
  'styled-components',
  'd3-*',
];

export default tseslint.config(
  { ignores: ['**/dist/**', 'node_modules/**', '.ivolt/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  {
    files: ['packages/*/src/**/*.{ts,tsx}', 'e2e/**/*.ts'],
    languageOptions: {
      parserOptions: { project: ['tsconfig.tests.json'], tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' },
      ],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'packages/core/src/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: noNode, message: 'The core knows no interface, no Node and no I/O.' }] },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Random only with a seed.' },
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
      ],
    },
  },
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            'node:*',
            'fastify',
            'pg',
            '@ivolt/server',
            '**/server/src/**',
            '@ivolt/core/*',
            '**/core/src/**',
          ],
        },
      ],
    },
  },
  {
    files: ['packages/server/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['react', 'react-*', '@ivolt/web', '**/web/src/**', '@ivolt/core/*', '**/core/src/**'] },
      ],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', '**/testing/**', 'e2e/**'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-restricted-imports': 'off',
    },
  },
);
