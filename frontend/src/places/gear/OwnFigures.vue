<script setup lang="ts">
/** Figures of practice measured on this photographer's own frames: each stands in the place of the trade's until it is forgotten. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Foundation } from '@/api/types'
import { significant } from '@/shared/numberText'

type Figures = Foundation['figures']
const props = defineProps<{ figures: Figures }>()
const emit = defineEmits<{ change: [figures: Figures, name: string] }>()
const table = useQuery({
  queryKey: ['figures'],
  queryFn: () => answered(client.GET('/api/v1/gear/figures')),
  enabled: computed(() => Object.keys(props.figures).length > 0),
  staleTime: Infinity,
})
const entry = computed(() => new Map((table.data.value ?? []).map((each) => [each.name, each])))
/** A share of the width is said in thousandths: nobody reads 0.00095. */
function said(name: string, value: number): string {
  const unit = entry.value.get(name)?.unit ?? ''
  return unit.startsWith('of the ') ? `${number(value * 1000)} ‰ ${unit}` : `${number(value)} ${unit}`.trim()
}
const words = (name: string): string => name.replace(/_/g, ' ').replace('.', ', ')
function number(value: number): string {
  return significant(value, 3)
}
function forget(name: string): void {
  emit('change', Object.fromEntries(Object.entries(props.figures).filter(([other]) => other !== name)), `figures/${name}`)
}
</script>

<template>
  <section v-if="Object.keys(figures).length" aria-label="Your own figures">
    <h2>Your own figures</h2>
    <p class="soft">Measured on your frames and accepted in a review; plans count with them instead of the trade’s.</p>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Figure</th>
          <th scope="col">Yours</th>
          <th scope="col">Between</th>
          <th scope="col">The trade’s</th>
          <th scope="col">From</th>
          <th><span class="visually-hidden">Do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(own, name) in figures" :key="name">
          <th scope="row">
            {{ words(String(name)) }} <span class="soft why">{{ entry.get(String(name))?.why }}</span>
          </th>
          <td>{{ said(String(name), own.value) }}</td>
          <td>{{ own.low != null && own.high != null ? `${said(String(name), own.low)} – ${said(String(name), own.high)}` : '–' }}</td>
          <td>{{ entry.has(String(name)) ? said(String(name), entry.get(String(name))!.trade) : '…' }}</td>
          <td>{{ [own.n != null ? `${own.n} frames` : '', own.date, own.source].filter(Boolean).join(', ') }}</td>
          <td><button class="link" :aria-label="`Forget ${words(String(name))}`" @click="forget(String(name))">Forget</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-top: 16px;
}

.why {
  display: block;
  font-weight: 400;
}
</style>
