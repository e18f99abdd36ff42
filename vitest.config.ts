import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

/** The machine is shared with other work: a slow moment is not a failure. */
const patience = { testTimeout: 240_000, hookTimeout: 240_000 }

export default defineConfig({
  test: {
    // All cores: few files do nothing but wait.
    maxWorkers: '100%',
    projects: [
      {
        test: {
          name: 'core and server',
          include: ['core/test/**/*.test.ts', 'server/test/**/*.test.ts'],
          ...patience,
        },
      },
      {
        plugins: [vue()],
        resolve: { alias: { '@': fileURLToPath(new URL('./web/src', import.meta.url)) } },
        test: { name: 'web', include: ['web/test/**/*.test.ts'], environment: 'happy-dom', ...patience },
      },
    ],
  },
})
