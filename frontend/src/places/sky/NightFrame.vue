<script setup lang="ts">
/** The frame on the sky as the plan would take it: the same composition as in Plan and Rehearse, at the tilt it is turned to. */
import { computed } from 'vue'
import type { ComposedScene, PanoramaOut, PlanInput } from '@/api/types'
import FrameView from '@/frames/FrameView.vue'
import { usePlanFrame } from '@/frames/usePlanFrame'
import { type Direction, turnedFrom } from './horizon'

const props = defineProps<{ request: PlanInput; sky: PanoramaOut | null; pointed: Direction | null; verdict: string }>()
const turned = computed<PlanInput>(() => {
  const { situation } = props.request
  const tilt_deg = props.pointed ? Math.round(props.pointed.tilt) : situation.tilt_deg
  return { ...props.request, situation: { ...situation, tilt_deg } }
})
/** Where the camera is turned to, the Moon and the core stand in the frame as they do on the horizon. */
function stands(kind: 'moon' | 'core'): ComposedScene['moon_at'] {
  const track = props.sky?.tracks.find((each) => each.kind === kind)
  if (!track || !props.pointed) return null
  const tenths = (degrees: number): number => Math.round(degrees * 10) / 10
  return { across_deg: tenths(turnedFrom(track.now_azimuth_deg, props.pointed.bearing)), altitude_deg: tenths(track.now_altitude_deg) }
}
const heaven = computed(() => ({ moon_at: stands('moon'), core_at: stands('core') }))
const { base, frame, waiting, problem } = usePlanFrame(
  () => turned.value,
  480,
  () => heaven.value,
)
</script>

<template>
  <figure class="drawn">
    <FrameView
      v-if="frame && base"
      :frame="frame"
      :waiting="waiting"
      :name="`${base.title}, simulated with this setup`"
      :hatches="{ raw: true, screen: false, black: false }" />
    <div v-else class="waits soft" :aria-busy="!problem">{{ problem?.message ?? 'Drawing…' }}</div>
    <figcaption>
      {{ verdict }}
      <span class="soft">{{ base?.title }}, drawn as planned; the Moon and the core where they stand at this hour, at their true size.</span>
      <span v-for="fault in base?.faults" :key="fault" class="stop"> {{ fault }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.drawn {
  display: grid;
  grid-template-columns: minmax(160px, 210px) 1fr;
  gap: 12px;
  margin: 0;
  font-size: 12px;
}

.drawn :deep(.frame) {
  cursor: default;
}

.waits {
  aspect-ratio: 3 / 2;
  padding: 12px;
  background: var(--well);
}

@media (max-width: 900px) {
  .drawn {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
