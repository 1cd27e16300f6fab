/** The page of pre-flights: by itself, small, and kept by its worker for when the network is away. */
import '@fontsource-variable/archivo/wdth.css'
import '@/styles/tokens.css'
import '@/styles/base.css'
import '@/styles/print.css'
import './look.css'
import { createApp, h } from 'vue'
import PhoneApp from './PhoneApp.vue'
import { useChecklist } from './useChecklist'
import { useField } from './useField'

try {
  document.documentElement.dataset.theme = localStorage.getItem('wa-theme') ?? 'day'
} catch {
  document.documentElement.dataset.theme = 'day'
}
const shoot = /^\/pre-flight\/([0-9a-f-]{36})\/?$/.exec(window.location.pathname)?.[1]
if (shoot) {
  const [check, field] = [useChecklist(shoot), useField(shoot)]
  createApp({ render: () => h(PhoneApp, { shoot, check, field }) }).mount('#app')
} else document.querySelector('#app')!.textContent = 'Which shoot? Open the pre-flight from a shoot’s plan.'

if ('serviceWorker' in navigator && import.meta.env.PROD) {
  navigator.serviceWorker
    .register('/pre-flight/sw.js', { scope: '/pre-flight/' })
    .then((known) => known.active?.postMessage('renew'))
    .catch(() => undefined) // without it the page works while the server is there
}
