<script setup lang="ts">
/** Two histograms, what screen and data each lose, and the correction that exposes to the right. */
import { computed, ref } from 'vue'
import type { Capture, FrameOut, MeteredBy } from '@/api/types'
import { signedStops } from '@/shared/format'
import SwitchRow from '@/shared/SwitchRow.vue'
import PickRow from '@/shared/PickRow.vue'
import RangeField from '@/shared/RangeField.vue'
import { fixed } from '@/shared/numberText'
import type { Changes } from '@/planning/pins'
import HistogramPlot from './HistogramPlot.vue'
import { evPlace, fateOf, shareText } from './words'

const props = defineProps<{
  frame: FrameOut
  capture: Capture
  meter: MeteredBy
  metered: boolean
  hatches: { raw: boolean; screen: boolean; black: boolean }
}>()
const emit = defineEmits<{ change: [changes: Changes]; hatches: [shown: { raw: boolean; screen: boolean; black: boolean }] }>()
const thresholds = defineModel<{ high: number; low: number }>('thresholds', { required: true })
const logarithmic = ref(true)
const split = ref(true)

const RAW_LOW = -14
const rawAt = (ev: number): number => (ev - RAW_LOW) / -RAW_LOW
const rawTicks = [-12, -9, -6, -3, 0].map((ev) => ({ at: rawAt(ev), label: ev === 0 ? 'clip' : `${ev}`.replace('-', '−') }))
const midInRaw = computed(() => rawAt(-props.frame.raw_clip_ev))
const rawCounts = computed(() => (split.value ? props.frame.raw_histogram : [props.frame.raw_histogram[1]!]))
const screenCounts = computed(() => (split.value ? props.frame.preview_histogram.slice(0, 3) : [props.frame.preview_histogram[3]!]))
const channels = computed(() => (split.value ? (['red', 'green', 'blue'] as const) : (['grey'] as const)))
const said = computed(() => props.frame.readings)

const lies = computed(() => {
  const { difference_ev, falsely_warned } = said.value
  const wrong = falsely_warned > 0.0005 ? ` ${shareText(falsely_warned)} of the frame is shown as lost and is not.` : ''
  return `The screen clips ${fixed(Math.abs(difference_ev), 1)} EV ${difference_ev >= 0 ? 'before' : 'after'} the data.${wrong}`
})
const toTheRight = computed(() => said.value.to_the_right_ev)
function exposeRight(): void {
  if (props.metered) emit('change', { exposure_comp_ev: Math.round((props.meter.comp_ev + toTheRight.value) * 3) / 3 })
  else emit('change', { shutter_s: props.capture.shutter_s * 2 ** toTheRight.value })
}
const RESERVES = [
  { value: 'off', label: 'off' },
  { value: 'highlight_reserve_1', label: '+1 EV' },
  { value: 'highlight_reserve_2', label: '+2 EV' },
  { value: 'auto', label: 'automatic' },
] as const
const LIFTS = [
  { value: 'off', label: 'off' },
  { value: 'weak', label: 'weak' },
  { value: 'strong', label: 'strong' },
  { value: 'auto', label: 'automatic' },
] as const
</script>

<template>
  <section class="panel" aria-label="Tone">
    <div class="two">
      <SwitchRow spoken="Logarithmic counts" v-model:on="logarithmic">log counts</SwitchRow>
      <SwitchRow spoken="Each channel" v-model:on="split">each channel</SwitchRow>
    </div>
    <h3>Screen</h3>
    <HistogramPlot
      name="Histogram of the camera’s picture, levels 0 to 255"
      :counts="screenCounts"
      :channels="channels"
      :logarithmic="logarithmic"
      :marks="[
        { at: thresholds.high / 255, label: 'warns', kind: 'screen' },
        { at: thresholds.low / 255, label: '', kind: 'plain' },
      ]"
      :ticks="[
        { at: 0, label: '0' },
        { at: 118 / 255, label: 'mid 118' },
        { at: 1, label: '255' },
      ]" />
    <h3>Data, stops under clipping</h3>
    <HistogramPlot
      name="Histogram of the raw data in stops under clipping"
      :counts="rawCounts"
      :channels="channels"
      :logarithmic="logarithmic"
      :marks="[
        { at: midInRaw, label: 'mid', kind: 'plain' },
        { at: rawAt(frame.preview_clip_ev - frame.raw_clip_ev), label: 'screen clips', kind: 'screen' },
      ]"
      :ticks="rawTicks" />
    <p>
      <b>{{ lies }}</b>
    </p>
    <p class="soft">
      Lost in the data {{ shareText(said.raw_clipped) }}; on screen {{ shareText(said.preview_clipped) }}; black on screen
      {{ shareText(said.preview_black) }}; five stops under mid or darker {{ shareText(said.deep_shadow) }}.
    </p>
    <p v-if="toTheRight !== 0">
      <template v-if="toTheRight > 0">Room to the right: {{ signedStops(toTheRight) }} EV keeps ⅓ EV under clipping.</template>
      <template v-else>{{ signedStops(toTheRight) }} EV would bring the brightest back, as far as the data tell.</template>
      <button class="link" @click="exposeRight">Do it</button>
    </p>
    <div class="two">
      <SwitchRow spoken="Hatch what the data lose" :on="hatches.raw" @update:on="(on) => emit('hatches', { ...hatches, raw: on })"
        >data lost</SwitchRow
      >
      <SwitchRow spoken="Hatch what the screen loses" :on="hatches.screen" @update:on="(on) => emit('hatches', { ...hatches, screen: on })"
        >screen lost</SwitchRow
      >
      <SwitchRow spoken="Hatch black" :on="hatches.black" @update:on="(on) => emit('hatches', { ...hatches, black: on })">black</SwitchRow>
    </div>
    <div class="two">
      <RangeField
        label="Warns from"
        :min="200"
        :max="255"
        :step="1"
        :text="String(thresholds.high)"
        :value="thresholds.high"
        @update:value="(high) => (thresholds = { ...thresholds, high })" />
      <RangeField
        label="Black up to"
        :min="0"
        :max="32"
        :step="1"
        :text="String(thresholds.low)"
        :value="thresholds.low"
        @update:value="(low) => (thresholds = { ...thresholds, low })" />
    </div>
    <PickRow
      label="Highlight reserve"
      :options="RESERVES"
      :value="capture.reserve"
      @update:value="(reserve) => emit('change', { dr_mode: reserve })" />
    <p v-if="frame.reserve_ev > 0" class="soft">{{ frame.reserve_ev }} EV in reserve: the data clip {{ evPlace(frame.raw_clip_ev) }} EV over mid.</p>
    <p v-else-if="capture.reserve !== 'off'" class="cost">No reserve at this ISO: it needs more than base.</p>
    <PickRow label="Shadow lift" :options="LIFTS" :value="capture.shadow_lift" @update:value="(lift) => emit('change', { shadow_lift: lift })" />
    <h3>Tones</h3>
    <table class="tones">
      <tbody>
        <tr v-for="tone in frame.tones" :key="tone.name">
          <th scope="row">{{ tone.name }}</th>
          <td>{{ evPlace(tone.ev) }} EV</td>
          <td :class="{ stop: fateOf(tone, frame) === 'lost', cost: fateOf(tone, frame) !== 'held' }">{{ fateOf(tone, frame) }}</td>
          <td class="soft">{{ shareText(tone.share) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(104px, 1fr));
  gap: 2px 12px;
}

.tones {
  width: 100%;
  border-collapse: collapse;
  font-size: 12px;
}

.tones th,
.tones td {
  padding: 1px 6px 1px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
}
</style>
