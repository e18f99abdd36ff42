import js from '@eslint/js'
import ts from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import vueParser from 'vue-eslint-parser'
import globals from 'globals'
import prettier from 'eslint-config-prettier'

/** Nobody imports past a folder's face: other folders are reached through their index.ts. */
const onlyThroughTheFace = {
  group: ['../*/*.ts', '!../*/index.ts', '../../*/*.ts', '!../../*/index.ts'],
  message: 'Import another folder through its index.ts.',
}
/** In core, a folder may use only folders that come before it. */
const order = [
  'pitch',
  'instruments',
  'fingering',
  'acoustics',
  'sound',
  'player',
  'reeds',
  'practice',
  'contract',
]
const laterThan = (name) => order.slice(order.indexOf(name) + 1)

export default ts.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'test-results/', 'playwright-report/', '.cache/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parser: vueParser, parserOptions: { parser: ts.parser, sourceType: 'module' } },
    rules: { 'vue/multi-word-component-names': 'off', 'vue/require-default-prop': 'off' },
  },
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-undef': 'off',
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'navigator', 'fetch', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is an argument in core.' },
        { object: 'Date', property: 'now', message: 'Time is an argument in core.' },
      ],
      'no-restricted-imports': ['error', { patterns: [onlyThroughTheFace] }],
    },
  },
  ...order.map((name) => ({
    files: [`core/src/${name}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...(name === 'instruments' ? [] : [onlyThroughTheFace]),
            ...laterThan(name).map((later) => ({
              group: [`**/${later}/index.ts`],
              message: `${name} comes before ${later}.`,
            })),
          ],
        },
      ],
    },
  })),
  {
    files: ['server/src/**/*.ts', 'web/src/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['**/core/src/**', '@halitus/core/*/*'], message: "Use core's faces." }] },
      ],
    },
  },
  prettier,
)
