<script setup lang="ts">
/** What the frame amounts to, in a sentence: the subject's exposure, and by how many pixels things moved. */
import { computed } from 'vue'
import type { FrameOut } from '@/api/types'
import { evText, stopsText } from '@/shared/format'
import { fixed } from '@/shared/numberText'

const props = defineProps<{ frame: FrameOut; verdict?: string | null }>()
const exposed = computed(() => {
  const { off_ev } = props.frame
  if (Math.abs(off_ev) < 0.17) return 'The subject as intended'
  return `The subject ${stopsText(off_ev)} EV ${off_ev > 0 ? 'brighter' : 'darker'} than intended`
})
const moving = computed(() => {
  const { subject_px, shake_px, skew_px } = props.frame.movement
  const said = [subject_px < 0.05 ? 'nothing moves' : `it moves ${fixed(subject_px, subject_px < 10 ? 1 : 0)} px`]
  if (shake_px >= 0.5) said.push(`hand ${fixed(shake_px, 1)} px`)
  if (skew_px >= 1) said.push(`read-out slants ${fixed(skew_px)} px`)
  return said.join(', ')
})
</script>

<template>
  <p class="said">
    <b v-if="verdict">{{ verdict }}</b> {{ exposed }}; {{ moving }}.
    <span class="soft">Exposed for {{ evText(frame.exposure_ev100) }}. A drawn scene in true units, not a photograph.</span>
  </p>
</template>

<style scoped>
.said {
  font-size: 12px;
}
</style>
