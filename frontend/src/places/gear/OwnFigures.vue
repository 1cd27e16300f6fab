<script setup lang="ts">
/** Figures of practice measured on this photographer's own frames: each stands in the place of the trade's until it is forgotten. */
import type { Foundation } from '@/api/types'

type Figures = Foundation['figures']
const props = defineProps<{ figures: Figures }>()
const emit = defineEmits<{ change: [figures: Figures, name: string] }>()
const words = (name: string): string => name.replace(/_/g, ' ').replace('.', ', ')
function number(value: number): string {
  return Number(value.toPrecision(3)).toString()
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
          <th scope="col">From</th>
          <th><span class="visually-hidden">Do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(own, name) in figures" :key="name">
          <th scope="row">{{ words(String(name)) }}</th>
          <td>{{ number(own.value) }}</td>
          <td>{{ own.low != null && own.high != null ? `${number(own.low)} – ${number(own.high)}` : '–' }}</td>
          <td>{{ [own.n != null ? `${own.n} frames` : '', own.date, own.source].filter(Boolean).join(', ') }}</td>
          <td><button class="link" :aria-label="`Forget ${words(String(name))}`" @click="forget(String(name))">Forget</button></td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
