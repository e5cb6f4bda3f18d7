const { defineConfig, globalIgnores } = require('eslint/config');
const expo = require('eslint-config-expo/flat');
const prettier = require('eslint-config-prettier/flat');

module.exports = defineConfig([
  globalIgnores(['dist/**', '.expo/**', 'node_modules/**', 'test-results/**', '.cache/**', 'expo-env.d.ts']),
  expo,
  prettier,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      // The type check knows what a module has; asking here reads every package anew.
      'import/namespace': 'off',
      'no-console': 'error',
      '@typescript-eslint/no-require-imports': ['error', { allow: ['\\.woff2$'] }],
    },
  },
  {
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['src/core/field/zod.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'zod', message: 'Take z from core/field/schema: it is set up there.' }] },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts', 'src/standin/**/*.ts', 'src/link/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'fetch',
        'process',
        'setTimeout',
        'performance',
        'Date',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness comes in from outside.' },
      ],
    },
  },
  {
    files: ['scripts/**', 'src/server/{main,ecuMain}.ts', 'tests/**'],
    rules: { 'no-console': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx'],
    rules: { 'import/no-named-as-default-member': 'off' },
  },
  {
    files: ['*.config.js', '*.cjs', 'tests/**/*.cjs'],
    languageOptions: { globals: { __dirname: 'readonly', module: 'writable', require: 'readonly' } },
  },
]);
