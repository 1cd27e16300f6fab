import './nonce'
import '@fontsource-variable/archivo/wdth.css'
import './styles/tokens.css'
import './styles/base.css'
import './styles/print.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { loadKind } from './saving/documents'

// A deep link into a shoot needs these; asking now saves waiting until its place has been loaded.
if (/^\/shoots\/[\w-]+\//.test(window.location.pathname)) {
  for (const kind of ['shoots', 'situations', 'bodies', 'lenses', 'foundations'] as const) loadKind(kind).catch(() => undefined)
}

const queryClient = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 30_000 } } })

createApp(App).use(router).use(VueQueryPlugin, { queryClient }).mount('#app')
