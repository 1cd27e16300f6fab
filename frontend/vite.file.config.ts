/** The pre-flight as one script and one style, to stand within a single file: no module, no chunk, nothing to fetch. */
import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': here('src') } },
  publicDir: false,
  build: {
    outDir: 'dist',
    emptyOutDir: false,
    cssCodeSplit: false,
    rollupOptions: {
      input: here('src/preflight/file.ts'),
      output: { format: 'iife', entryFileNames: 'preflight-file.js', assetFileNames: 'preflight-file[extname]' },
    },
  },
})
