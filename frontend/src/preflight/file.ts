/** The same checklist within one file that was taken along: its ticks stay in the browser and go home as a small file. */
import '@/styles/tokens.css'
import '@/styles/base.css'
import '@/styles/print.css'
import './look.css'
import { createApp, h } from 'vue'
import PhoneApp from './PhoneApp.vue'
import { useFile } from './useFile'

document.documentElement.dataset.theme = 'day'
const held = document.querySelector('#checklist')!.textContent!
const { shoot, made, list, cards } = JSON.parse(held)
const { check, field } = useFile(shoot, made, list, cards)
createApp({ render: () => h(PhoneApp, { shoot, check, field }) }).mount('#app')
