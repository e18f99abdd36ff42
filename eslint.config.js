import { readdirSync } from 'node:fs'
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
const coreByItsFaces = { group: ['**/core/src/**', '@halitus/core/*/*'], message: 'Use core’s faces.' }
/** In core, a folder may use only folders that come before it; one that isn't listed is refused. */
const CORE = [
  'errors',
  'time',
  'trouble',
  'evidence',
  'schools',
  'pitch',
  'instruments',
  'fields',
  'fingering',
  'acoustics',
  'squeaks',
  'sound',
  'player',
  'breath',
  'tongue',
  'crossings',
  'recall',
  'tune',
  'reeds',
  'home',
  'records',
  'practice',
  'addresses',
  'contract',
]
/** The same for the interface: what is drawn stands on what it is drawn with, never the other way round. */
const WEB = [
  'base',
  'api',
  'workers',
  'drawings',
  'parts',
  'listening',
  'reeds',
  'card',
  'lesson',
  'stages',
  'studio',
  'shell',
]
const folders = (root) =>
  readdirSync(new URL(root, import.meta.url), { withFileTypes: true })
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name)
for (const [root, order] of [
  ['./core/src', CORE],
  ['./web/src', WEB],
]) {
  const unknown = folders(root).filter((name) => !order.includes(name))
  if (unknown.length)
    throw new Error(`${root} has a folder without a place in the order: ${unknown.join(', ')}.`)
}
const laterThan = (order, name) => order.slice(order.indexOf(name) + 1)

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
  { files: ['web/public/*.js'], languageOptions: { globals: globals.serviceworker } },
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
  ...CORE.map((name) => ({
    files: [`core/src/${name}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...(name === 'instruments' ? [] : [onlyThroughTheFace]),
            ...laterThan(CORE, name).map((later) => ({
              group: [`**/${later}/index.ts`],
              message: `${name} comes before ${later}.`,
            })),
          ],
        },
      ],
    },
  })),
  {
    files: ['server/src/**/*.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: [coreByItsFaces] }] },
  },
  ...WEB.map((name) => ({
    files: [`web/src/${name}/**/*.{ts,vue}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            coreByItsFaces,
            ...laterThan(WEB, name).map((later) => ({
              group: [`@/${later}/**`, `../${later}/**`, `../../${later}/**`],
              message: `${name} comes before ${later}.`,
            })),
          ],
        },
      ],
    },
  })),
  prettier,
)
