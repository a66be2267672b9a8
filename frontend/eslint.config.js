import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// No stage reaches into another: what two need stands in app, charts or record.
const stages = ['shelf', 'intake', 'bench', 'parts', 'verdict', 'compare', 'rubrics'];

export default tseslint.config(
  {
    ignores: [
      'public',
      'dist',
      'src/api/schema.ts',
      'eslint.config.js',
      'vite.config.ts',
      'first-route.mjs',
      'actions.mjs',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  reactHooks.configs.flat['recommended-latest'],
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
    },
  },
  {
    // What is pure stays so: an edit or a key knows no screen, no request and no drawing.
    files: ['src/edits/**', 'src/keys/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['**/api/*', '**/app/*', '**/record/*', '**/stages/*', '**/charts/*', 'antd'] },
      ],
    },
  },
  ...stages.map((stage) => ({
    files: [`src/stages/${stage}/**`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: stages.filter((other) => other !== stage).map((other) => `**/${other}/*`),
              message: 'Another stage’s insides.',
            },
          ],
        },
      ],
    },
  })),
);
