import js from '@eslint/js'
import a11y from 'eslint-plugin-jsx-a11y'
import hooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import ts from 'typescript-eslint'

export default ts.config({ ignores: ['src/api/schema.gen.ts'] }, js.configs.recommended, {
  files: ['src/**/*.{ts,tsx}'],
  extends: [...ts.configs.recommendedTypeChecked, hooks.configs.flat.recommended, a11y.flatConfigs.recommended],
  languageOptions: {
    globals: globals.browser,
    parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
  },
  rules: {
    'jsx-a11y/label-has-associated-control': ['error', { depth: 3 }],
    '@typescript-eslint/no-explicit-any': 'error',
    'max-lines-per-function': ['error', { max: 125, skipBlankLines: true, skipComments: true }],
  },
})
