import vue from '@vitejs/plugin-vue'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const server = `http://127.0.0.1:${process.env.PORT ?? '8000'}`

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

/** The libraries the pages are built from, with their licences, for About. */
function parts(): { name: string; version: string; licence: string }[] {
  const described = (path: string): { dependencies?: Record<string, string>; version: string; license?: string } =>
    JSON.parse(readFileSync(here(path), 'utf8')) as never
  return Object.keys(described('package.json').dependencies ?? {}).map((name) => {
    const { version, license } = described(`node_modules/${name}/package.json`)
    return { name, version, licence: license ?? 'see its files' }
  })
}

export default defineConfig({
  define: { PAGE_PARTS: JSON.stringify(parts()) },
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  html: { cspNonce: 'CSP_NONCE' },
  build: {
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 700,
    rollupOptions: { input: { index: here('index.html'), preflight: here('preflight.html') } },
  },
  test: { include: ['src/**/*.test.ts'], environment: 'node', restoreMocks: true, pool: 'threads', isolate: false },
  server: {
    port: 5173,
    strictPort: true,
    // The guard refuses foreign origins, so the proxy speaks in the server's own name.
    proxy: { '/api': { target: server, changeOrigin: true, headers: { origin: server } } },
  },
})
