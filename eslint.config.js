import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import eachKeyIsAnId from './scripts/lint/each-key-is-an-id.js';
import svelteConfig from './svelte.config.js';

export default ts.config(
  { ignores: ['.svelte-kit/', 'build/', 'coverage/', 'node_modules/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  prettier,
  ...svelte.configs.prettier,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } },
    plugins: { jolt: { rules: { 'each-key-is-an-id': eachKeyIsAnId } } },
    rules: {
      'jolt/each-key-is-an-id': 'error',
      // An event has lost its target when a function within its handler runs later.
      'no-restricted-syntax': [
        'error',
        {
          selector: ':function :function MemberExpression[property.name="currentTarget"]',
          message: 'Read the target at once and hand on its value: a function that runs later finds none.',
        },
      ],
    },
  },
  {
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'svelte/require-each-key': 'error',
    },
  },
  { files: ['tests/**/*.ts'], rules: { '@typescript-eslint/no-unused-expressions': 'off' } },
  {
    files: ['**/*.cjs'],
    languageOptions: { sourceType: 'commonjs' },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
);
