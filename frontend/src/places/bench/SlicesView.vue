<script setup lang="ts">
/**
 * The same part of every step, in a blind order and under letters: what is still acceptable is said first, then the ISOs are shown.
 * A second answer comes from the first step with more and more noise; a third from a strip on paper.
 */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { BenchRun } from '@/api/types'
import { isoText } from '@/shared/format'
import PickRow from '@/shared/PickRow.vue'
import { acceptedUpTo, blindOrder, LETTERS } from './blind'
import PrintStrip from './PrintStrip.vue'

const props = defineProps<{ run: BenchRun; updated: string }>()
const emit = defineEmits<{ accept: [iso: number] }>()
const ZOOMS = [
  { value: '0', label: 'fit' },
  { value: '1', label: '100 %' },
  { value: '2', label: '200 %' },
  { value: '4', label: '400 %' },
]
const size = ref('1')
const zoom = computed(() => Number(size.value))
const slices = computed(() => props.run.outcome?.slices ?? [])
const noisier = computed(() => props.run.outcome?.noisier ?? [])
const order = computed(() => blindOrder(slices.value.length, props.run.id))
const fine = ref<ReadonlySet<number>>(new Set())
const shown = ref(false)
/** Pictures lie beside the database, and a backup leaves them out. */
const gone = ref(false)
const from = (name: string): string => `/api/v1/bench/picture/${props.run.id}/${name}?${encodeURIComponent(props.updated)}`
/** Pixels across one part, as its picture says. */
const across = ref(240)
function measured(event: Event): void {
  if (zoom.value) across.value = (event.target as HTMLImageElement).naturalWidth
}
const pictureOf = (k: number): string => from(zoom.value ? `part${k}` : `fit${k}`)
const highest = computed(() => acceptedUpTo(slices.value, fine.value))

function judge(k: number, on: boolean): void {
  const next = new Set(fine.value)
  if (on) next.add(k)
  else next.delete(k)
  fine.value = next
}
const noise = ref(0)
const noiseShown = ref(false)
const noiseIso = computed(() => noisier.value[noise.value]?.iso ?? 0)
</script>

<template>
  <section class="slices" aria-label="Judged by eye">
    <h2>Which do you still accept?</h2>
    <p class="soft no-print">
      One part of every frame, at one brightness, under letters in no order. Sit as far away as you look at your pictures: half a metre from a screen,
      an arm from a print.
    </p>
    <p v-if="gone" role="alert">The pictures are gone from their folder. “The same frames again” makes them anew.</p>
    <PickRow v-model:value="size" class="no-print" label="Size" :options="ZOOMS" />
    <ul class="tiles no-print">
      <li v-for="(k, place) in order" :key="k">
        <div class="window">
          <img
            :src="pictureOf(k)"
            @load="measured"
            @error="gone = true"
            :alt="shown ? `ISO ${isoText(slices[k]!.iso)}` : `Frame ${LETTERS[place]}`"
            :style="zoom > 1 ? { imageRendering: 'pixelated', width: `${across * zoom}px` } : {}" />
        </div>
        <label>
          <input type="checkbox" :checked="fine.has(k)" @change="(event) => judge(k, (event.target as HTMLInputElement).checked)" />
          {{ LETTERS[place] }}, acceptable <b v-if="shown">ISO {{ isoText(slices[k]!.iso) }}</b>
        </label>
      </li>
    </ul>
    <div class="row no-print">
      <Button size="small" @click="shown = !shown">{{ shown ? 'Hide the ISOs' : 'Show the ISOs' }}</Button>
      <template v-if="shown">
        <span v-if="highest === null" role="status">You accept none from the lowest ISO on: ceilings cannot follow.</span>
        <template v-else>
          <span role="status">You accept up to ISO {{ isoText(highest) }}.</span>
          <Button size="small" type="primary" @click="emit('accept', highest)">Make it my ceiling</Button>
        </template>
      </template>
    </div>
    <template v-if="noisier.length > 1">
      <h3 class="no-print">Asked a second way</h3>
      <p class="soft no-print">The first frame, with the noise your body makes: go on until you would accept no more.</p>
      <div class="noisy no-print">
        <div class="window">
          <img :src="from(`noise${noise}`)" :alt="noiseShown ? `As noisy as ISO ${isoText(noiseIso)}` : 'The first frame with noise'" />
        </div>
        <input
          v-model.number="noise"
          type="range"
          min="0"
          :max="noisier.length - 1"
          aria-label="More noise"
          :aria-valuetext="`step ${noise + 1} of ${noisier.length}`" />
        <div class="row">
          <Button size="small" @click="noiseShown = !noiseShown">{{ noiseShown ? 'Hide what it is' : 'This is as far as I go' }}</Button>
          <template v-if="noiseShown">
            <span role="status">As noisy as ISO {{ isoText(noiseIso) }}.</span>
            <Button size="small" type="primary" @click="emit('accept', noiseIso)">Make it my ceiling</Button>
          </template>
        </div>
      </div>
    </template>
    <PrintStrip
      :run="run"
      :across="slices[0]?.across_px ?? 1"
      :order="order"
      :picture="(k) => from(`part${k}`)"
      @judged="(letters) => (fine = letters)" />
  </section>
</template>

<style scoped>
.slices,
.noisy {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.window {
  width: fit-content;
  max-width: 100%;
  max-height: 320px;
  overflow: auto;
}

.window img {
  display: block;
}

.tiles label,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  min-height: 28px;
}

input[type='range'] {
  width: min(480px, 100%);
}
</style>
