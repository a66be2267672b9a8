import { readdirSync } from 'node:fs';
import js from '@eslint/js';
import query from '@tanstack/eslint-plugin-query';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// No stage reaches into another: what two need stands in app, charts or record.
const stages = readdirSync(new URL('src/stages', import.meta.url));

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
  ...query.configs['flat/recommended'],
  {
    files: ['**/*.tsx'],
    ...jsxA11y.flatConfigs.strict,
    rules: {
      ...jsxA11y.flatConfigs.strict.rules,
      // What is opened by a key or a press takes the focus: a cell that is typed into, a dialog's first field.
      'jsx-a11y/no-autofocus': 'off',
      // What scrolls is a stop for the arrow keys.
      'jsx-a11y/no-noninteractive-tabindex': [
        'error',
        { tags: [], roles: ['tabpanel', 'region'], allowExpressionValues: true },
      ],
      'jsx-a11y/no-noninteractive-element-to-interactive-role': [
        'error',
        { ul: ['listbox'], li: ['option'], table: ['grid'] },
      ],
      // Dropping a file is a second way beside a button.
      'jsx-a11y/no-static-element-interactions': [
        'error',
        { allowExpressionValues: true, handlers: ['onClick', 'onMouseDown', 'onMouseUp', 'onKeyDown', 'onKeyUp'] },
      ],
      'jsx-a11y/label-has-associated-control': [
        'error',
        { controlComponents: ['Select', 'Switch', 'InputNumber', 'Input', 'Checkbox', 'Word', 'Numeric'], depth: 3 },
      ],
    },
  },
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
  {
    // What many stages use knows none of them.
    files: ['src/charts/**', 'src/record/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['**/stages/**'] }] },
  },
  {
    // Requests know no screen.
    files: ['src/api/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['**/app/**', '**/record/**', '**/stages/**', '**/charts/**', 'antd'] },
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
