import js from '@eslint/js';
import globals from 'globals';

export default [
  { ignores: ['**/bin/**', '**/obj/**', 'artifacts/**', 'src/Gambeta.Web/wwwroot/lib/**', 'node_modules/**'] },
  js.configs.recommended,
  {
    rules: {
      // A name in a pattern that is only left out, and arguments that a caller passes to everybody.
      'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true, caughtErrors: 'none' }],
      'no-empty': ['error', { allowEmptyCatch: true }],
      // It does not see `??=`.
      'no-unused-private-class-members': 'off',
      eqeqeq: 'error',
      'no-var': 'error',
      'prefer-const': ['error', { destructuring: 'all' }],
      'no-eval': 'error',
      'no-implied-eval': 'error',
    },
  },
  { files: ['src/Gambeta.Web/wwwroot/**/*.js'], languageOptions: { globals: globals.browser } },
  { files: ['src/Gambeta.Web/wwwroot/sw.js'], languageOptions: { globals: globals.serviceworker } },
  { files: ['src/Gambeta.Web/wwwroot/js/hearing/listener-worklet.js'], languageOptions: { globals: { ...globals.audioWorklet } } },
  {
    files: ['tests/**/*.mjs', 'tools/**/*.mjs', 'benchmarks/**/*.mjs', '*.mjs'],
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
  },
  {
    files: ['tests/browser/**/*.mjs'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "CallExpression[callee.name='expect'] > CallExpression[callee.property.name='getByRole'][arguments.0.value=/^(status|alert)$/]",
          message: 'A page has several places for news; say which words are meant: said(page, words).',
        },
      ],
    },
  },
];
