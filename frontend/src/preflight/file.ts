/** The same checklist within one file that was taken along: its ticks stay in the browser and go home as a small file. */
import '@/styles/tokens.css'
import '@/styles/base.css'
import './look.css'
import { createApp, h } from 'vue'
import PreflightApp from './PreflightApp.vue'
import { useFile } from './useFile'

document.documentElement.dataset.theme = 'day'
const held = document.querySelector('#checklist')!.textContent!
const { shoot, made, list } = JSON.parse(held)
createApp({ render: () => h(PreflightApp, { shoot, check: useFile(shoot, made, list) }) }).mount('#app')
