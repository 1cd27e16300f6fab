<script setup lang="ts">
/** A bracket on the scene: its frames over the scene's range, what they miss, how long they take, and the merged picture. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { Switch } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { Rehearsal, RenderRequest } from '@/api/types'
import { shutterWithUnit, signedStops } from '@/shared/format'
import PickRow from '@/shared/PickRow.vue'
import RangeField from '@/shared/RangeField.vue'
import { fixed } from '@/shared/numberText'
import type { Changes } from '@/planning/pins'
import { shareText } from './words'

const props = defineProps<{ asked: RenderRequest; base: Rehearsal }>()
const emit = defineEmits<{ change: [changes: Changes]; merged: [image: string | null] }>()
const USUAL = ['3x1', '5x1', '7x1', '9x1', '3x2', '5x2', '3x3']
const planned = props.base.bracket.frames > 1 ? `${props.base.bracket.frames}x${props.base.bracket.step_ev}` : null
const extra = ref<string | null>(planned)
const rows = computed(() => (extra.value && !USUAL.includes(extra.value) ? [...USUAL, extra.value] : USUAL))
const row = ref(planned ?? '3x2')
/** "3x0.3333" as "3 × ⅓". */
function rowLabel(value: string): string {
  const [frames, step] = value.split('x')
  return `${frames} × ${signedStops(Number(step)).replace('+', '')}`
}
const shift = ref(0)
const order = ref<'middle_first' | 'dark_first'>('middle_first')
const inCamera = ref(false)
const request = computed(() => {
  const [frames, step] = row.value.split('x').map(Number)
  return {
    ...props.asked,
    frames: frames!,
    step_ev: step!,
    shift_ev: shift.value,
    order: order.value,
    frames_per_s: props.base.frames_per_s,
    in_camera: inCamera.value,
  }
})
const answer = useQuery({
  queryKey: computed(() => ['bracket', request.value]),
  queryFn: ({ signal }) => answered(client.POST('/api/v1/bracket', { body: request.value, signal })),
  placeholderData: keepPreviousData,
})
const taken = computed(() => answer.data.value)
watch(taken, (now) => emit('merged', now?.merged ?? null))
const ends = computed(() => {
  const lows = taken.value!.frames.map((frame) => frame.low_ev)
  const highs = taken.value!.frames.map((frame) => frame.high_ev)
  return { low: Math.min(...lows, taken.value!.scene_low_ev) - 0.5, high: Math.max(...highs, taken.value!.scene_high_ev) + 0.5 }
})
const WIDTH = 340
const px = (ev: number): number => ((ev - ends.value.low) / (ends.value.high - ends.value.low)) * WIDTH
const sorted = computed(() => [...taken.value!.frames].sort((a, b) => b.offset_ev - a.offset_ev))
const tickEvs = computed(() =>
  Array.from({ length: 40 }, (_, i) => i - 20).filter((ev) => ev % 2 === 0 && ev > ends.value.low && ev < ends.value.high),
)
const tooLong = computed(() => taken.value?.hand_limit_s != null && taken.value.slowest_s > taken.value.hand_limit_s)
function takeSuggestion(): void {
  const made = `${taken.value!.suggested_frames}x${taken.value!.suggested_step_ev}`
  extra.value = made
  row.value = made
  shift.value = taken.value!.suggested_shift_ev
}
</script>

<template>
  <section class="panel" aria-label="Bracket">
    <PickRow v-model:value="row" label="Frames × step" :options="rows.map((value) => ({ value, label: rowLabel(value) }))" />
    <RangeField v-model:value="shift" label="Whole row moved" :min="-4" :max="4" :step="1 / 3" :text="`${signedStops(shift)} EV`" />
    <PickRow
      v-model:value="order"
      label="Order"
      :options="[
        { value: 'middle_first', label: 'middle first' },
        { value: 'dark_first', label: 'dark first' },
      ]" />
    <label class="line"
      ><Switch v-model:checked="inCamera" size="small" aria-label="Merged in the camera" /> merged in the camera: aligned, edges cut</label
    >
    <p v-if="answer.error.value" class="stop" role="alert">{{ answer.error.value.message }}</p>
    <template v-if="taken">
      <svg class="rows" :viewBox="`0 0 ${WIDTH} ${taken.frames.length * 13 + 34}`" role="img" :aria-label="taken.sentence">
        <rect
          class="scene"
          :x="px(taken.scene_low_ev)"
          :width="px(taken.scene_high_ev) - px(taken.scene_low_ev)"
          y="0"
          :height="taken.frames.length * 13 + 16" />
        <text class="name" :x="px(taken.scene_low_ev) + 3" y="10">the scene, {{ fixed(taken.scene_range_ev, 1) }} EV</text>
        <g v-for="(frame, i) in sorted" :key="frame.offset_ev">
          <rect class="one" :x="px(frame.low_ev)" :width="px(frame.high_ev) - px(frame.low_ev)" :y="15 + i * 13" height="10" />
          <text :x="px(frame.low_ev) + 4" :y="23 + i * 13">{{ signedStops(frame.offset_ev) }}</text>
        </g>
        <text v-for="ev in tickEvs" :key="ev" class="tick" :x="px(ev)" :y="taken.frames.length * 13 + 29" text-anchor="middle">
          {{ ev === 0 ? 'mid' : signedStops(ev) }}
        </text>
      </svg>
      <p :class="{ cost: !taken.covers || tooLong }">{{ taken.sentence }}</p>
      <p class="soft">
        Slowest {{ shutterWithUnit(taken.slowest_s) }}; whole row
        {{ taken.total_s < 1 ? `${fixed(taken.total_s, 2)} s` : `${fixed(taken.total_s, 1)} s`
        }}<template v-if="taken.cropped_share">; alignment cuts {{ shareText(taken.cropped_share) }}</template
        >.
      </p>
      <p v-if="taken.suggested_frames > 1">
        Fewest that cover it: {{ taken.suggested_frames }} × {{ taken.suggested_step_ev }} EV<template v-if="taken.suggested_shift_ev"
          >, moved {{ signedStops(taken.suggested_shift_ev) }}</template
        >.
        <button class="link" @click="takeSuggestion">Take that</button>
      </p>
      <p v-else class="soft">
        One frame holds this scene<template v-if="Math.abs(taken.suggested_shift_ev) > 0.2"
          >, exposed {{ signedStops(taken.suggested_shift_ev) }} EV</template
        >.
      </p>
      <div class="thumbs">
        <figure v-for="frame in taken.frames" :key="frame.offset_ev">
          <img :src="frame.image" :alt="`Frame at ${signedStops(frame.offset_ev)} EV`" />
          <figcaption>{{ signedStops(frame.offset_ev) }} · {{ shutterWithUnit(frame.shutter_s) }}</figcaption>
        </figure>
      </div>
      <figure>
        <img class="merged" :src="taken.merged" alt="The merged picture" />
        <figcaption>Merged: radiance weighted by noise, then one tone curve.</figcaption>
      </figure>
      <button v-if="row !== '9x1' && row !== '3x3'" class="link" @click="emit('change', { bracketing: row })">Try this bracket for the plan</button>
    </template>
    <p v-else-if="answer.isPending.value" class="soft" aria-busy="true">Taking the frames…</p>
  </section>
</template>

<style scoped>
.rows {
  display: block;
  width: 100%;
}

.scene {
  fill: var(--move-faint);
}

.one {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 0.8;
}

text {
  fill: var(--ink);
  font-size: 9px;
  font-stretch: 80%;
}

.tick {
  fill: var(--soft);
}

.thumbs {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 4px;
}

figure {
  margin: 0;
}

img {
  display: block;
  width: 100%;
}

figcaption {
  color: var(--soft);
  font-size: 11px;
}
</style>
