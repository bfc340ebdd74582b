import { readdirSync } from 'node:fs';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

// one folder a screen; what two of them need lies in parts or api
const screens = readdirSync(new URL('src', import.meta.url), { withFileTypes: true })
  .filter((f) => f.isDirectory() && !['api', 'parts'].includes(f.name))
  .map((f) => f.name);

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
      'no-restricted-syntax': [
        'error',
        ...['', ' > ObjectExpression > Property', ' > ConditionalExpression', ' > ObjectExpression > Property > ConditionalExpression'].map(
          (at) => ({
            selector: `Property[key.name='fontSize']${at} > Literal[raw=/^[0-9]/]`,
            message: 'take a size of the theme',
          }),
        ),
        { selector: 'Literal[value=/^#[0-9a-f]{3,8}$/i]', message: 'take a colour of the theme' },
      ],
      'max-lines': ['error', { max: 220, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['src/App.tsx'], rules: { 'no-restricted-imports': 'off' } },
  { files: ['src/theme.ts'], rules: { 'no-restricted-syntax': 'off' } },
);
