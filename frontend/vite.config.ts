import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const server = `http://127.0.0.1:${process.env.PORT ?? '8000'}`

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  html: { cspNonce: 'CSP_NONCE' },
  build: {
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    rollupOptions: { input: { index: here('index.html'), preflight: here('preflight.html') } },
  },
  test: { include: ['src/**/*.test.ts'], environment: 'node', restoreMocks: true },
  server: {
    port: 5173,
    strictPort: true,
    // The guard refuses foreign origins, so the proxy speaks in the server's own name.
    proxy: { '/api': { target: server, changeOrigin: true, headers: { origin: server } } },
  },
})
