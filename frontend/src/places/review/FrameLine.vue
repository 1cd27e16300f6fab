<script setup lang="ts">
/** Pictures of some frames, judged with one hand: each is a button; keys judge the one in focus and go on. */
import { computed, nextTick, ref, watch } from 'vue'
import type { Fault, FrameSummary } from '@/api/types'
import { useShortcuts } from '@/shared/shortcuts'
import BelongsTo from './BelongsTo.vue'
import { nextBurstFrom } from './bursts'
import FrameLarge from './FrameLarge.vue'
import { FAULTS } from './useLooking'

const props = defineProps<{
  frames: FrameSummary[]
  title: string
  homeOf: Map<string, number | null>
  situations: readonly { id: string; title: string }[]
  further?: boolean
}>()
const emit = defineEmits<{
  judge: [id: string, rating: number | null, fault: Fault | null]
  worked: []
  move: [ids: string[], to: string | null | 'none', label: string]
  prove: [id: string]
  further: []
  close: []
}>()
const at = ref(0)
const beside = ref<number | null>(null)
const marked = ref(false)
const list = ref<HTMLElement | null>(null)
watch(
  () => props.frames.map((frame) => frame.id).join(),
  () => {
    at.value = 0
    beside.value = null
  },
)
const now = computed(() => props.frames[at.value] ?? null)
const shown = computed(() =>
  [now.value, beside.value === null ? null : props.frames[beside.value]].filter((each): each is FrameSummary => each != null),
)
const compared = computed(() => shown.value.some((frame) => frame.marks))
async function go(to: number): Promise<void> {
  emit('worked')
  at.value = Math.min(Math.max(to, 0), props.frames.length - 1)
  await nextTick()
  list.value?.querySelector('[aria-current="true"]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}
const nextBurst = (): void => void go(nextBurstFrom(props.frames, at.value))
function judge(rating: number | null, fault: Fault | null = null): void {
  if (!now.value) return
  emit('judge', now.value.id, rating, fault)
  void go(at.value + 1)
}
const named = (frame: FrameSummary): string =>
  [frame.name, frame.rating === null ? '' : frame.rating > 0 ? 'kept' : 'passed over'].filter(Boolean).join(', ')
const faults = Object.entries(FAULTS) as [Fault, string][]

useShortcuts([
  { keys: 'F', does: 'Frames: keep, and go on', run: () => judge(3) },
  { keys: 'D', does: 'Frames: pass over, and go on', run: () => judge(-1) },
  ...faults.map(([fault, label], k) => ({ keys: `${k + 1}`, does: `Frames: pass over, ${label}`, run: () => judge(-1, fault) })),
  { keys: 'G', does: 'Frames: no verdict', run: () => judge(null) },
  { keys: 'S', does: 'Frames: on to the next burst', run: nextBurst },
  { keys: 'C', does: 'Frames: put this one beside the next', run: () => (beside.value = beside.value === null ? at.value : null) },
  { keys: 'M', does: 'Frames: the marks against the raw data', run: () => (marked.value = !marked.value) },
  { keys: 'ArrowRight', does: 'Frames: next', run: () => void go(at.value + 1) },
  { keys: 'ArrowLeft', does: 'Frames: the one before', run: () => void go(at.value - 1) },
])
</script>

<template>
  <section :aria-label="title">
    <div class="head">
      <h2>{{ title }}</h2>
      <span class="soft">F keep · D pass over · 1 – 5 with the reason · G no verdict · S next burst · C compare · arrows</span>
      <button v-if="further" class="link" @click="emit('further')">Further ones</button>
      <button class="link" @click="emit('close')">Close</button>
    </div>
    <FrameLarge v-if="now" :frames="shown" :marked="marked" :home-of="homeOf" />
    <ol ref="list">
      <li v-for="(frame, k) in frames" :key="frame.id">
        <button
          class="plain"
          :aria-current="k === at"
          :aria-label="named(frame)"
          :class="{ kept: (frame.rating ?? 0) > 0, out: frame.rating === -1 }"
          @click="go(k)">
          <img v-if="frame.has_preview" :src="`/api/v1/frames/${frame.id}/preview`" alt="" loading="lazy" />
          <span v-else class="none">{{ frame.name }}</span>
        </button>
      </li>
    </ol>
    <p v-if="now" class="deeds">
      <button class="link" @click="judge(3)">Keep</button>
      <button class="link" @click="judge(-1)">Pass over</button>
      <button v-for="([fault, label], k) in faults" :key="fault" class="link soft" @click="judge(-1, fault)">{{ k + 1 }} {{ label }}</button>
      <button class="link" @click="judge(null)">No verdict</button>
      <button class="link" @click="nextBurst">Next burst</button>
      <button v-if="compared" class="link" :aria-pressed="marked" @click="marked = !marked">Marks against the raw data</button>
      <button class="link" @click="emit('prove', now.id)">Against the plan</button>
      <BelongsTo :frame="now" :frames="frames" :situations="situations" @move="(ids, to, label) => emit('move', ids, to, label)" />
    </p>
  </section>
</template>

<style scoped>
.head,
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

[data-theme='night-red'] img {
  filter: grayscale(1) brightness(0.55) sepia(1) hue-rotate(-45deg) saturate(5);
}

ol {
  display: flex;
  gap: 3px;
  margin: 6px 0;
  padding: 3px;
  overflow-x: auto;
  list-style: none;
}

li button {
  display: block;
  width: 96px;
  height: 66px;
  border-bottom: 4px solid transparent;
  overflow: hidden;
}

li img {
  width: 96px;
  height: 62px;
  object-fit: cover;
}

li .none {
  display: block;
  font-size: 10px;
  overflow-wrap: anywhere;
}

button[aria-current='true'] {
  outline: 2px solid var(--ink);
}

button.kept {
  border-color: var(--move);
}

button.out {
  opacity: 0.45;
}
</style>
