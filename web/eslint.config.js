import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['src/shared/api-types.ts'] },
  ...tseslint.configs.recommended,
  jsxA11y.flatConfigs.recommended,
  {
    plugins: { 'react-hooks': reactHooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      // a dialog that was asked for puts the focus where its first field is
      'jsx-a11y/no-autofocus': 'off',
    },
  },
  {
    // what the server's description generates has its names in the api.ts of each capability, and nowhere else
    files: ['src/**/*.ts', 'src/**/*.tsx'],
    ignores: ['src/*/api.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/api-types'], message: 'Name the type in the api.ts of the capability.' },
            {
              group: ['**/api'],
              importNames: ['Schemas'],
              message: 'Name the type in the api.ts of the capability.',
            },
          ],
        },
      ],
    },
  },
);
