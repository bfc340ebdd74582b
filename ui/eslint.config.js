import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// one folder a screen; what two of them need lies in parts or api
const screens = ['Bays', 'Bench', 'Held', 'Machine', 'People', 'Record', 'Routing', 'Run', 'Session', 'Sheets', 'Trouble', 'WhatIf'];

export default tseslint.config(
  { ignores: ['dist', 'src/api/schema.d.ts', 'eslint.config.js'] },
  ...tseslint.configs.strictTypeChecked,
  hooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      'no-restricted-imports': [
        'error',
        { patterns: screens.map((s) => ({ group: [`../${s}/*`, `../../${s}/*`], message: 'a screen imports no other' })) },
      ],
      'max-lines': ['error', { max: 220, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['src/App.tsx'], rules: { 'no-restricted-imports': 'off' } },
);
