import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

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
    exclude: ['core/test/instruments/twelfth.test.ts'],
    testTimeout: 30_000,
  },
})
