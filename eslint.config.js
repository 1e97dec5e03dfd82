import js from '@eslint/js'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'
import { documented } from './scripts/lint/documented.mjs'

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.data/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    plugins: { 'react-hooks': reactHooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-undef': 'off',
    },
  },
  {
    // Controls are the library's, in our dress: `ui` has them.
    files: ['apps/web/src/{shell,stages}/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'JSXOpeningElement[name.name=/^(button|input|select|textarea|dialog)$/]',
          message: 'Use the part from ui/parts.tsx or ui/fields.tsx.',
        },
        {
          selector: "CallExpression[callee.property.name=/^(confirm|alert|prompt)$/][callee.object.name='window']",
          message: 'Ask with ui/Question.tsx.',
        },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    plugins: { kavrell: { rules: { documented } } },
    rules: { 'kavrell/documented': 'error' },
  },
)
