import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import { noticesText } from '../tools/notices.mjs'

/** Smaller files aren't worth packing, bytes. */
const SMALLEST = 1400
/** Packs the parts once, when they are built: packing them for every page would cost the server more than all else. */
const packed = (): Plugin => ({
  name: 'packed',
  apply: 'build',
  writeBundle({ dir }) {
    const folder = join(dir!, 'assets')
    for (const name of readdirSync(folder)) {
      const path = join(folder, name)
      if (!/\.(js|css|svg|wasm)$/.test(name) || statSync(path).size < SMALLEST) continue
      writeFileSync(`${path}.gz`, gzipSync(readFileSync(path), { level: 9 }))
    }
  },
})

/** Whose work is shipped, beside it. */
const notices = (): Plugin => ({
  name: 'notices',
  apply: 'build',
  writeBundle({ dir }) {
    writeFileSync(join(dir!, 'notices.txt'), noticesText(fileURLToPath(new URL('..', import.meta.url))))
  },
})

export default defineConfig({
  plugins: [vue(), packed(), notices()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
