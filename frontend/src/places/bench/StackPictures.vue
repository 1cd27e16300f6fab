<script setup lang="ts">
/** Two pictures of a stack at full size, one over the other: a wipe shows what was gained. */
import { computed, ref } from 'vue'
import PickRow from '@/shared/PickRow.vue'

const props = defineProps<{ runId: string; updated: string; trails: boolean; points: boolean }>()
const NAMES = computed(() => (props.trails ? TRAILS : props.points ? [...STACKED, { value: 'points' as const, label: 'the points' }] : STACKED))
const TRAILS = [
  { value: 'single' as const, label: 'the first frame' },
  { value: 'stack' as const, label: 'the trails' },
  { value: 'sharpened' as const, label: 'the trails, gaps closed' },
]
const STACKED = [
  { value: 'single' as const, label: 'the best frame' },
  { value: 'stack' as const, label: 'the stack' },
  { value: 'sharpened' as const, label: 'the stack, sharpened' },
]
type Name = 'single' | 'stack' | 'sharpened' | 'points'
const left = ref<Name>('single')
const right = ref<Name>('sharpened')
const at = ref(50)
const from = (name: Name): string => `/api/v1/bench/picture/${props.runId}/${name}?${encodeURIComponent(props.updated)}`
const labelOf = (name: Name): string => NAMES.value.find((each) => each.value === name)?.label ?? ''
const told = computed(() => `Left of ${at.value} %: ${labelOf(left.value)}; right: ${labelOf(right.value)}`)
</script>

<template>
  <section aria-label="The pictures">
    <div class="choose">
      <PickRow v-model:value="left" label="Left" :options="NAMES" />
      <PickRow v-model:value="right" label="Right" :options="NAMES" />
    </div>
    <div class="scroll">
      <div class="over">
        <img :src="from(right)" :alt="labelOf(right)" />
        <img class="upper" :src="from(left)" :alt="labelOf(left)" :style="{ clipPath: `inset(0 ${100 - at}% 0 0)` }" />
        <span class="edge" :style="{ left: `${at}%` }" />
      </div>
    </div>
    <input v-model.number="at" type="range" min="0" max="100" aria-label="Where one picture ends and the other begins" :aria-valuetext="told" />
    <p class="soft">
      One pixel of the picture a pixel of the page. As PNG of 16 bits:
      <a v-for="each in NAMES" :key="each.value" :href="from(each.value)" :download="`${each.value}.png`">{{ each.label }}</a>
    </p>
  </section>
</template>

<style scoped>
section {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 8px;
}

.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
}

.scroll {
  width: fit-content;
  max-width: 100%;
  max-height: 70vh;
  overflow: auto;
  background: #000;
}

.over {
  position: relative;
  width: max-content;
}

.over img {
  display: block;
}

.upper {
  position: absolute;
  inset: 0;
}

.edge {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 1px;
  background: var(--move);
}

input {
  max-width: 640px;
  min-height: 32px;
}

a {
  margin-right: 12px;
}
</style>
