<script setup lang="ts">
/** Every meter pattern beside the others: how far each would be off, and what it would lose. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { MeteredBy, RenderRequest } from '@/api/types'
import { evText, signedStops } from '@/shared/format'
import SwitchRow from '@/shared/SwitchRow.vue'
import RangeField from '@/shared/RangeField.vue'
import { fixed } from '@/shared/numberText'
import type { Changes } from '@/planning/pins'
import { evPlace, PATTERN_WORDS, shareText } from './words'

const props = defineProps<{ asked: RenderRequest; meter: MeteredBy; metered: boolean }>()
const emit = defineEmits<{ change: [changes: Changes]; metered: [on: boolean]; radius: [spot: number] }>()

const answer = useQuery({
  queryKey: computed(() => [
    'meter',
    props.asked.scene,
    props.asked.tuning,
    props.asked.body,
    props.asked.capture.look,
    props.asked.capture.reserve,
    props.asked.capture.iso,
    props.meter,
  ]),
  queryFn: ({ signal }) => answered(client.POST('/api/v1/meter', { body: { ...props.asked, metered: props.meter }, signal })),
  placeholderData: keepPreviousData,
})
const readings = computed(() => answer.data.value)
watch(
  () => readings.value?.spot_radius,
  (spot) => spot && emit('radius', spot),
  { immediate: true },
)
const chosen = computed(() => readings.value?.patterns.find((item) => item.pattern === props.meter.pattern))
/** A bar's place: three stops to either side. */
const bar = (ev: number): Record<string, string> => {
  const share = Math.min(Math.abs(ev), 3) / 6
  return { left: `${(ev < 0 ? 0.5 - share : 0.5) * 100}%`, width: `${share * 100}%` }
}
const offText = (ev: number): string => (Math.abs(ev) < 0.17 ? 'right' : `${signedStops(ev)} ${ev > 0 ? 'too bright' : 'too dark'}`)
const place = (ev: number): void => {
  if (readings.value) emit('change', { metering: 'spot', exposure_comp_ev: Math.round(ev * 3) / 3 })
}
</script>

<template>
  <section class="panel" aria-label="Meter">
    <p v-if="answer.error.value" class="stop" role="alert">{{ answer.error.value.message }}</p>
    <template v-if="readings">
      <p class="soft">How each pattern would bring out the subject, compensation of {{ signedStops(meter.comp_ev) }} included.</p>
      <div class="patterns" role="radiogroup" aria-label="Meter pattern">
        <button
          v-for="item in readings.patterns"
          :key="item.pattern"
          class="plain pattern"
          :class="{ on: item.pattern === meter.pattern }"
          role="radio"
          :aria-checked="item.pattern === meter.pattern"
          @click="emit('change', { metering: item.pattern })">
          <span>{{ PATTERN_WORDS[item.pattern] }}</span>
          <span class="bar" aria-hidden="true"><i :class="item.error_ev > 0 ? 'over' : 'under'" :style="bar(item.error_ev)" /></span>
          <b>{{ offText(item.error_ev) }}</b>
          <span class="soft lost"
            >lost {{ shareText(item.raw_clipped) }}, on screen {{ shareText(item.preview_clipped) }}, deep shadow
            {{ shareText(item.deep_shadow) }}</span
          >
        </button>
      </div>
      <RangeField
        label="Compensation"
        :min="-5"
        :max="5"
        :step="1 / 3"
        :text="`${signedStops(meter.comp_ev)} EV`"
        :value="meter.comp_ev"
        @update:value="(ev) => emit('change', { exposure_comp_ev: Math.round(ev * 3) / 3 })" />
      <SwitchRow spoken="Let the meter expose" :on="metered" @update:on="(now) => emit('metered', now)"
        >Let the meter expose: ISO follows it</SwitchRow
      >
      <SwitchRow spoken="Favour faces" :on="meter.favour_faces" @update:on="(on) => emit('change', { face_metering: on })">Favour faces</SwitchRow>
      <SwitchRow spoken="Follow the AF point" :on="meter.link_point" @update:on="(on) => emit('change', { spot_link: on ? 'af_point' : 'centre' })"
        >Follow the AF point</SwitchRow
      >
      <p v-if="chosen && meter.favour_faces && Math.abs(chosen.face_error_ev) > 0.05" class="soft">
        The faces’ skin is {{ chosen.face_error_ev > 0 ? 'lighter' : 'darker' }} than the tan skin the meter assumes: that alone
        {{ chosen.face_error_ev > 0 ? 'darkens' : 'brightens' }} the frame by {{ fixed(Math.abs(chosen.face_error_ev), 1) }} EV.
      </p>
      <RangeField
        v-if="meter.pattern === 'spot'"
        label="The tone under the point is to come out at"
        :min="-4"
        :max="4"
        :step="1 / 3"
        :text="`${signedStops(meter.comp_ev)} EV from mid`"
        :value="meter.comp_ev"
        hint="Drag the point in the frame, then say how bright that tone is meant to be"
        @update:value="place" />
      <p v-else class="soft">Under the point: {{ evPlace(readings.point_ev) }} EV from mid. Choose the spot to place that tone.</p>
      <p class="soft">Intended: {{ evText(readings.wanted_ev100) }}. The scene spans {{ fixed(readings.scene_range_ev, 1) }} EV.</p>
    </template>
    <p v-else-if="answer.isPending.value" class="soft" aria-busy="true">Metering…</p>
  </section>
</template>

<style scoped>
.patterns {
  display: grid;
}

.pattern {
  display: grid;
  grid-template-columns: 104px 1fr 92px;
  gap: 0 8px;
  align-items: center;
  padding: 4px 6px;
  border-top: 1px solid var(--rule);
  border-left: 3px solid transparent;
}

.pattern.on {
  border-left-color: var(--move);
  background: var(--sheet);
}

.pattern b {
  font-weight: 600;
  text-align: right;
}

.lost {
  grid-column: 1 / -1;
  font-size: 11.5px;
}

.bar {
  position: relative;
  height: 9px;
  border: 1px solid var(--rule);
  background: linear-gradient(var(--soft), var(--soft)) center / 1px 100% no-repeat;
}

.bar i {
  position: absolute;
  top: 0;
  bottom: 0;
  background: var(--cost);
}

.bar i.under {
  background: var(--soft);
}
</style>
