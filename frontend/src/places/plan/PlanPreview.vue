<script setup lang="ts">
/** The simulated frame of the plan, small, once the plan rests: what its settings make of a scene like this one. */
import { refDebounced } from '@vueuse/core'
import { computed, toRef, watch } from 'vue'
import type { FrameOut, PlanInput, RenderRequest } from '@/api/types'
import FrameView from '@/frames/FrameView.vue'
import { useFrame } from '@/frames/useFrame'
import { useRehearsed } from '@/frames/useRehearsed'

const props = defineProps<{ request: PlanInput; to: string }>()
const emit = defineEmits<{ frame: [frame: FrameOut] }>()
const REST_MS = 250
/** The plan comes first; its picture may follow a moment later. */
const rested = refDebounced(toRef(props, 'request'), REST_MS)
const { answer: base, problem: failed } = useRehearsed(() => ({ ...rested.value, scene: null }))

const asked = computed<RenderRequest | null>(() =>
  base.value
    ? {
        scene: base.value.scene,
        seed: 1,
        tuning: base.value.tuning,
        body: props.request.body,
        capture: base.value.capture,
        look: { width_px: 480, thresholds: base.value.thresholds, match_ev: 0 },
        metered: null,
        masks: true,
        measure: false,
      }
    : null,
)
const { frame, problem, waiting } = useFrame(
  () => asked.value,
  () => 480,
)
watch(frame, (now) => now && emit('frame', now))
</script>

<template>
  <figure class="preview">
    <FrameView
      v-if="frame && base"
      :frame="frame"
      :waiting="waiting"
      :name="`${base.title}, simulated with this setup`"
      :hatches="{ raw: true, screen: false, black: false }" />
    <div v-else class="waits soft" :aria-busy="!failed && !problem">{{ failed?.message || problem?.message || 'Drawing…' }}</div>
    <figcaption>
      <span class="soft">{{ base?.title }}, drawn</span> <RouterLink :to="to">Rehearse</RouterLink>
    </figcaption>
  </figure>
</template>

<style scoped>
.preview {
  margin: 0;
}

.preview :deep(.frame) {
  cursor: default;
}

.waits {
  aspect-ratio: 3 / 2;
  padding: 12px;
  background: var(--well);
}

figcaption {
  display: flex;
  justify-content: space-between;
  padding-top: 3px;
  font-size: 12px;
}
</style>
