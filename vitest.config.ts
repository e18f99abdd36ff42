import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core/test/**/*.test.ts', 'server/test/**/*.test.ts'],
    // The machine is shared with other work: a slow moment is not a failure.
    testTimeout: 30_000,
    hookTimeout: 30_000,
  },
})
