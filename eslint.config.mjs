import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['build/', '.react-router/', 'node_modules/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      // A flat array is read with `!` where its own head says which places it has.
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-console': 'error',
      eqeqeq: 'error',
      // what is taken out of an object so that the rest is left
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  { files: ['app/**/*.tsx', 'app/**/*.ts'], ...reactHooks.configs.flat.recommended },
  {
    files: ['app/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...['Literal[value=/#[0-9A-Fa-f]{6}/]', 'TemplateElement[value.raw=/#[0-9A-Fa-f]{6}/]'].map((selector) => ({
          selector,
          message: 'colours come from the tokens of app.css.',
        })),
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/testing/**'],
    rules: {
      // Pure where it computes: same arguments, same result.
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core is deterministic.' },
        { object: 'Date', property: 'now', message: 'core takes its clock from the caller.' },
        // those of the host differ in their last digit from one to the next, and a drawing with them
        ...['sin', 'cos', 'tan', 'asin', 'acos', 'atan', 'atan2'].map((property) => ({
          object: 'Math',
          property,
          message: 'take it from core/geometry/trigonometry.',
        })),
      ],
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', 'app/entry.server.tsx', 'benchmarks/**/*.ts', 'fuzz/**/*.ts', 'demo/*.ts'],
    languageOptions: {
      globals: {
        process: 'readonly',
        module: 'writable',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
