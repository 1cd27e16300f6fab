<script setup lang="ts">
/** What is photographed: its kind, its movement, its distances, and how the camera is held. */
import { computed } from 'vue'
import type { Situation } from '@/api/types'
import { optionsOf } from '@/planning/labels'
import ChoiceField from '@/shared/ChoiceField.vue'
import DistanceField from '@/shared/DistanceField.vue'
import NumberField from '@/shared/NumberField.vue'
import SpeedField from '@/shared/SpeedField.vue'
import { tables } from '@/shared/tables'
import { INFINITY_M } from '@/shared/units'

const props = defineProps<{ situation: Situation }>()
const emit = defineEmits<{ change: [Partial<Situation>] }>()
const change = (changes: Partial<Situation>): void => emit('change', changes)

function chooseActivity(id: string): void {
  const activity = tables.value?.activities.find((item) => item.id === id)
  if (!activity) {
    change({ activity: null })
    return
  }
  change({
    activity: activity.id,
    subject: activity.subject,
    speed: { low_m_s: activity.low_m_s, high_m_s: activity.high_m_s },
    direction: activity.direction,
    angular_speed_arcsec_s: activity.angular_speed_arcsec_s ?? null,
  })
}

const activityOptions = computed(() => {
  const all = tables.value?.activities ?? []
  const here = all.filter((item) => item.genres.includes(props.situation.genre))
  const others = all.filter((item) => !here.includes(item))
  return [{ value: '', label: 'None of these' }, ...[...here, ...others].map((item) => ({ value: item.id, label: item.label }))]
})
const subjectOptions = optionsOf<NonNullable<Situation['subject']> | 'usual'>('subject')
const farM = computed(() => props.situation.far_m ?? INFINITY_M)
const oneDistance = computed(
  () => props.situation.far_m !== null && props.situation.far_m !== undefined && props.situation.far_m < props.situation.near_m,
)
</script>

<template>
  <ChoiceField
    label="Activity"
    class="wide"
    searchable
    :value="situation.activity ?? ''"
    :options="activityOptions"
    hint="Fills subject, speed and direction; each can still be changed."
    @update:value="chooseActivity" />
  <ChoiceField
    label="Subject"
    :value="situation.subject ?? 'usual'"
    :options="subjectOptions"
    @update:value="(subject) => change({ subject: subject === 'usual' ? null : subject })" />
  <ChoiceField
    label="Moves"
    :value="situation.direction"
    :options="optionsOf<Situation['direction']>('direction')"
    @update:value="(direction) => change({ direction })" />
  <SpeedField
    label="Speed from"
    pointer="/situation/speed/low_m_s"
    late
    :value="situation.speed.low_m_s"
    :least="0"
    :most="1000"
    @update:value="(low) => change({ speed: { low_m_s: low ?? 0, high_m_s: Math.max(situation.speed.high_m_s, low ?? 0) } })" />
  <SpeedField
    label="Speed up to"
    pointer="/situation/speed/high_m_s"
    late
    :value="situation.speed.high_m_s"
    :least="situation.speed.low_m_s"
    :most="1000"
    @update:value="(high) => change({ speed: { low_m_s: situation.speed.low_m_s, high_m_s: high ?? 0 } })" />
  <DistanceField
    label="Nearest"
    pointer="/situation/near_m"
    late
    :value="situation.near_m"
    :above="0"
    @update:value="(near_m) => change({ near_m: near_m ?? situation.near_m })" />
  <DistanceField
    label="Farthest"
    pointer="/situation/far_m"
    late
    :value="farM"
    :above="0"
    hint="∞ or “inf” for the horizon"
    @update:value="(far) => change({ far_m: far !== null && far >= INFINITY_M ? null : far })" />
  <p v-if="oneDistance" class="stop wide" role="alert">The farthest must not be nearer than the nearest.</p>
  <ChoiceField
    label="Support"
    :value="situation.support"
    :options="optionsOf<Situation['support']>('support')"
    @update:value="(support) => change({ support })" />
  <ChoiceField
    label="Sharp at once"
    :value="situation.depth"
    :options="optionsOf<Situation['depth']>('depth')"
    @update:value="(depth) => change({ depth })" />
  <NumberField
    label="Burst planned"
    pointer="/situation/burst_frames"
    unit="frames"
    :value="situation.burst_frames"
    :least="1"
    :most="10000"
    hint="Lowers the hand-hold limit"
    @update:value="(frames) => change({ burst_frames: Math.round(frames ?? 1) })" />
  <NumberField
    label="Sky moves"
    pointer="/situation/angular_speed_arcsec_s"
    unit="″/s"
    optional
    empty-means="–"
    :value="situation.angular_speed_arcsec_s ?? null"
    :least="0"
    hint="Stars 15.04, Moon 14.5"
    @update:value="(angular_speed_arcsec_s) => change({ angular_speed_arcsec_s })" />
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}
</style>
