<script setup lang="ts">
/** Any frame of a stack from the graph of what each shows: pressed there, or gone through from the best to the worst. */
import { computed, ref } from 'vue'
import type { BenchRun } from '@/api/types'
import CurveChart from './CurveChart.vue'

const props = defineProps<{ run: BenchRun }>()
const quality = computed(() => props.run.outcome?.curves.find((curve) => curve.x_label === 'frame') ?? null)
/** Places of frames, the best first. */
const ranked = computed(() => quality.value!.x.map((_, k) => k).sort((a, b) => quality.value!.y[b]! - quality.value!.y[a]!))
const rank = ref(0)
const number = computed(() => (ranked.value[rank.value] ?? 0) + 1)
const missing = ref(0)
const told = computed(() => `frame ${number.value}, ${rank.value + 1} of ${ranked.value.length} by what it shows`)
const pick = (x: number): void => void (rank.value = Math.max(ranked.value.indexOf(Math.round(x) - 1), 0))
</script>

<template>
  <details v-if="quality" class="look">
    <summary>Look at single frames</summary>
    <CurveChart :curve="quality" :picked="number" @pick="pick" />
    <label>From the best to the worst <input v-model.number="rank" type="range" min="0" :max="ranked.length - 1" :aria-valuetext="told" /></label>
    <p class="soft">{{ told }}</p>
    <p v-if="missing === number" role="alert">This frame cannot be shown: it is part of a clip, or its file is gone.</p>
    <div v-else class="scroll"><img :src="`/api/v1/bench/frame/${run.id}/${number}`" :alt="told" @error="missing = number" /></div>
  </details>
</template>

<style scoped>
.look {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}

input {
  width: min(420px, 100%);
}

.scroll {
  width: fit-content;
  max-width: 100%;
  max-height: 60vh;
  overflow: auto;
}

img {
  display: block;
}
</style>
