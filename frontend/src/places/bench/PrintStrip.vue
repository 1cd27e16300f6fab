<script setup lang="ts">
/** A strip on paper: every part as large as in a print of A3, under letters; what is accepted there is typed back. */
import { computed, ref } from 'vue'
import type { BenchRun } from '@/api/types'
import { currentOf, useEntries } from '@/saving/documents'
import { LETTERS, stepsOf } from './blind'

const props = defineProps<{
  run: BenchRun
  /** Of the body's pixels, across one part. */ across: number
  order: readonly number[]
  picture: (k: number) => string
}>()
const emit = defineEmits<{ judged: [steps: Set<number>] }>()
const bodies = useEntries('bodies')
const A3_MM = 420
const typed = ref('')
/** Millimetres one part takes in a print of A3. */
const wide = computed(() => {
  const body = bodies.value.map((entry) => currentOf(entry)!).find((each) => each.id === props.run.body_id)
  const whole = body ? Math.sqrt((body.megapixels * 1e6 * body.sensor_width_mm) / body.sensor_height_mm) : 6000
  return (A3_MM * props.across) / whole
})
const print = (): void => window.print()
function judge(): void {
  emit('judged', stepsOf(typed.value, props.order))
}
</script>

<template>
  <div class="strip">
    <h3 class="no-print">On paper</h3>
    <p class="soft no-print">
      <button type="button" class="link" @click="print">Print the strip</button>: every part as large as in a print of A3, {{ Math.round(wide) }} mm
      wide. Look at it from as far as you hang your prints.
    </p>
    <form class="row no-print" @submit.prevent="judge">
      <label>Letters acceptable on paper <input v-model="typed" maxlength="40" autocomplete="off" placeholder="A C F" /></label>
      <button class="link">Take them</button>
    </form>
    <ul class="paper" aria-hidden="true">
      <li v-for="(k, place) in order" :key="k"><img :src="picture(k)" alt="" :style="{ width: `${wide}mm` }" />{{ LETTERS[place] }}</li>
    </ul>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}

input {
  width: 130px;
  padding: 3px 6px;
  border: 1px solid var(--edge);
  background: var(--well);
  color: inherit;
  font: inherit;
}

.paper {
  display: none;
}

@media print {
  .paper {
    display: flex;
    flex-wrap: wrap;
    gap: 6mm;
    margin: 0;
    padding: 0;
    list-style: none;
  }

  .paper li {
    display: grid;
    justify-items: center;
  }
}
</style>
