import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

export default tseslint.config(
  { ignores: ['dist', 'node_modules', 'data', 'data-demo', 'test-results'] },
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  {
    // a screen's tests start a server, which its own project does not know
    files: ['web/**/*.test.ts', 'web/**/*.test.tsx', 'web/testing/*'],
    languageOptions: {
      parserOptions: {
        projectService: false,
        project: 'web/testing/tsconfig.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
  },
  {
    // The core never reads the clock, throws dice or asks the outside world.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'the core takes the instant as an argument' },
        { object: 'Math', property: 'random', message: 'the core takes its chance as an argument' },
        { object: 'DateTime', property: 'now', message: 'the core takes the instant as an argument' },
        { object: 'DateTime', property: 'local', message: 'the core takes the zone as an argument' },
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'the core takes the instant as an argument',
        },
      ],
      'no-restricted-globals': ['error', 'process', 'console', 'window', 'document', 'fetch'],
    },
  },
  {
    files: ['web/**/*.tsx', 'web/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { ...reactHooks.configs.recommended.rules },
  },
);
