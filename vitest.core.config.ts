import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/**
 * Whole recordings and many random cases: with every sample's arithmetic instrumented each of them takes minutes. While
 * mistakes are tried they are left out, so what is reported as noticed is what the quick tests notice: a lower bound.
 */
const SLOW = [
  'core/test/properties.test.ts',
  'core/test/sound/analyse.test.ts',
  'core/test/sound/against-yin.test.ts',
  'core/test/pitch/against-tonal.test.ts',
  'core/test/player/presets.test.ts',
  'core/test/docstrings.test.ts',
]

/**
 * Core's own tests alone, for trying deliberate mistakes; those that need a running server are left out. Core is found
 * beside this file: where mistakes are tried, this file and core are copies.
 */
export default defineConfig({
  resolve: {
    alias: [
      {
        find: /^@halitus\/core\/([a-z]+)$/,
        replacement: fileURLToPath(new URL('./core/src/$1/index.ts', import.meta.url)),
      },
    ],
  },
  test: {
    include: ['core/test/**/*.test.ts'],
    exclude: ['core/test/instruments/twelfth.test.ts', ...(process.env.MUTATE ? SLOW : [])],
    // With every line counted, a test that plays all presets takes a minute.
    testTimeout: process.env.MUTATE ? 300_000 : 30_000,
  },
})
