<script setup lang="ts">
/** The plan's own frame, once the plan rests, with its verdict: what holds, what is lost, and the brief's wish for each tone. */
import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import type { FrameOut, Plan, PlanInput, PlannedSituation, Situation } from '@/api/types'
import FrameView from '@/frames/FrameView.vue'
import { toneAt, toneClass, type Wish, wished } from '@/frames/toneAt'
import ToneList from '@/frames/ToneList.vue'
import { usePlanFrame } from '@/frames/usePlanFrame'
import { edit } from '@/saving/undo'

const props = defineProps<{ request: PlanInput; planned: PlannedSituation; plan: Plan; to: string }>()
const emit = defineEmits<{ frame: [frame: FrameOut] }>()
const { base, frame, waiting, problem } = usePlanFrame(() => props.request, 720)

/** The frame before the last change, to be seen while a key or the button is held. */
const before = shallowRef<FrameOut | null>(null)
const current = shallowRef<FrameOut | null>(null)
const showsBefore = ref(false)
watch(frame, (now) => {
  if (!now) return
  // A frame comes twice, coarse and fine: only another capture or another light makes another frame.
  const shows = (one: FrameOut): string => JSON.stringify([one.capture, one.wanted_ev100, one.scene_low_ev, one.scene_high_ev])
  if (current.value && shows(current.value) !== shows(now)) before.value = current.value
  current.value = now
  emit('frame', now)
})
watch(
  () => props.planned.situation.id,
  () => {
    before.value = current.value = null
    chosen.value = null
  },
)
const typing = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLElement && (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))
const heldKey = (event: KeyboardEvent): boolean => event.key.toLowerCase() === 'b' && !event.ctrlKey && !event.metaKey && !typing(event)
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (heldKey(event)) showsBefore.value = before.value !== null
  },
  { capture: true },
)
useEventListener(window, 'keyup', (event: KeyboardEvent) => event.key.toLowerCase() === 'b' && (showsBefore.value = false), { capture: true })
const shown = computed(() => (showsBefore.value && before.value ? before.value : frame.value))

/** The tone last clicked in the frame; its row in the list has the keyboard. */
const chosen = ref<string | null>(null)
const open = ref(false)
function point(at: { x: number; y: number }): void {
  const tone = frame.value && toneAt(frame.value, at)
  if (!tone || !props.plan.frame.tones.some((each) => each.name === tone)) return
  open.value = true
  chosen.value = tone
}
function changed(part: Partial<Situation>): void {
  edit('situations', { ...props.planned, situation: { ...props.planned.situation, ...part } })
}
const wish = (tone: string, to: Wish | 'none'): void => changed(wished(props.planned.situation, tone, to) as Partial<Situation>)
function subject(tone: string): void {
  const found = props.plan.frame.tones.find((each) => each.name === tone)
  if (found) changed({ subject_tone: toneClass(found.ev) })
}
</script>

<template>
  <figure class="preview">
    <FrameView
      v-if="shown && base"
      :frame="shown"
      :waiting="waiting"
      :name="`${base.title}, simulated with this setup`"
      :hatches="{ raw: true, screen: false, black: true }"
      click-does="A click says which tone lies there; the list below has the same by keyboard."
      @point="point" />
    <div v-else class="waits soft" :aria-busy="!problem">{{ problem?.message ?? 'Drawing…' }}</div>
    <figcaption>
      <p class="verdict" role="status">{{ showsBefore ? 'Before the last change.' : plan.frame.verdict }}</p>
      <p v-for="fault in plan.frame.faults" :key="fault" class="stop">{{ fault }}</p>
      <p class="under">
        <span class="soft">{{ base?.title }}, drawn</span>
        <button
          v-if="before"
          class="link"
          title="Hold, or hold B"
          :aria-pressed="showsBefore"
          @pointerdown="showsBefore = true"
          @pointerup="showsBefore = false"
          @pointerleave="showsBefore = false"
          @keydown.enter.prevent="showsBefore = !showsBefore">
          Before
        </button>
        <RouterLink :to="to">Rehearse</RouterLink>
      </p>
      <details :open="open" @toggle="(event) => (open = (event.target as HTMLDetailsElement).open)">
        <summary>Tones of the frame ({{ plan.frame.tones.length }})</summary>
        <p class="soft">{{ plan.frame.intent }}</p>
        <ToneList :read="plan.frame" :chosen="chosen" @wish="wish" @subject="subject" />
      </details>
    </figcaption>
  </figure>
</template>

<style scoped>
.preview {
  margin: 0;
}

.waits {
  aspect-ratio: 3 / 2;
  padding: 12px;
  background: var(--well);
}

figcaption {
  display: grid;
  gap: 3px;
  padding-top: 3px;
  font-size: 12px;
}

.verdict {
  min-height: 2lh; /* of one line or two: what is under it stays where it is */
  font-size: 13px;
}

.under > * {
  min-height: 24px;
}

.under {
  display: flex;
  gap: 12px;
  justify-content: space-between;
}

summary {
  cursor: pointer;
}
</style>
