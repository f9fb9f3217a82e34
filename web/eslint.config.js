import js from '@eslint/js'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  { ignores: ['dist', 'src/api/generated/schema.ts', 'eslint.config.js', 'reference'] },
  js.configs.recommended,
  ...tseslint.configs.recommendedTypeChecked,
  reactHooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['src/**/*.test.tsx', 'src/test-support.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: 'Words stand in the words.ts of their area.' },
        {
          selector:
            'JSXAttribute[name.name=/^(aria-label|title|placeholder|alt|head|label)$/] > Literal[value=/[A-Za-z]{2}/]',
          message: 'Words stand in the words.ts of their area.',
        },
      ],
    },
  },
  {
    // What the door is made of: fetched before anybody has signed in, so it stays small.
    files: [
      'src/main.tsx',
      'src/account/{Gate,SignIn,me}.tsx',
      'src/shared/{Button,Field,Mark,ProblemBox,Brand}.tsx',
    ],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'react-router', message: 'The door is fetched without the router.' }] },
      ],
    },
  },
)
