<script setup lang="ts">
/** Pictures of some frames, rated with one hand: each is a button; keys rate the one in focus and go on. */
import { computed, nextTick, ref, watch } from 'vue'
import type { FrameSummary } from '@/api/types'
import { apertureText, isoText, shutterText } from '@/shared/format'
import { useShortcuts } from '@/shared/shortcuts'

const props = defineProps<{ frames: FrameSummary[]; title: string; further?: boolean }>()
const emit = defineEmits<{ rate: [id: string, rating: number | null]; prove: [id: string]; further: []; close: [] }>()
const at = ref(0)
const beside = ref<number | null>(null)
const list = ref<HTMLElement | null>(null)
watch(
  () => props.frames.map((frame) => frame.id).join(),
  () => {
    at.value = 0
    beside.value = null
  },
)
const now = computed(() => props.frames[at.value] ?? null)
const shown = computed(() => [now.value, beside.value === null ? null : props.frames[beside.value]].filter((each) => each != null))
const SECONDS_APART = 1.2

function secondsOf(frame: FrameSummary): number {
  return frame.said.taken_at ? Date.parse(`${frame.said.taken_at}Z`) / 1000 + (frame.said.subsecond_ms ?? 0) / 1000 : 0
}
async function go(to: number): Promise<void> {
  at.value = Math.min(Math.max(to, 0), props.frames.length - 1)
  await nextTick()
  list.value?.querySelector('[aria-current="true"]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}
/** The first frame of the next burst. */
function nextBurst(): void {
  for (let k = at.value + 1; k < props.frames.length; k += 1)
    if (secondsOf(props.frames[k]!) - secondsOf(props.frames[k - 1]!) > SECONDS_APART) return void go(k)
  void go(props.frames.length - 1)
}
function rate(rating: number | null): void {
  if (!now.value) return
  emit('rate', now.value.id, rating)
  void go(at.value + 1)
}
const word = (rating: number | null): string => (rating === null ? '' : rating > 0 ? `kept, ${rating}` : 'passed over')
function alt(frame: FrameSummary): string {
  const { exposure_s, f_number, iso } = frame.said
  const values = [exposure_s ? shutterText(exposure_s) : '', f_number ? apertureText(f_number) : '', iso ? `ISO ${isoText(iso)}` : '']
  return [frame.name, ...values.filter(Boolean), word(frame.rating)].filter(Boolean).join(', ')
}
/** Where the camera marks and where the data end, laid over a raw's picture: it was compared when it was imported. */
const marked = ref(false)
const compared = computed(() => shown.value.some((frame) => frame!.marks))
function laidOver(frame: FrameSummary, of: 'marked' | 'full'): Record<string, string> {
  const url = `url(/api/v1/frames/${frame.id}/marks?of=${of})`
  return { maskImage: url, WebkitMaskImage: url }
}
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`
const source = (frame: FrameSummary): string => `/api/v1/frames/${frame.id}/preview`

useShortcuts([
  { keys: 'F', does: 'Frames: keep, and go on', run: () => rate(3) },
  { keys: 'D', does: 'Frames: pass over, and go on', run: () => rate(-1) },
  { keys: 'G', does: 'Frames: no verdict', run: () => rate(null) },
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
      <span class="soft">F keep · D pass over · G no verdict · S next burst · C compare · arrows</span>
      <button v-if="further" class="link" @click="emit('further')">Further ones</button>
      <button class="link" @click="emit('close')">Close</button>
    </div>
    <div v-if="now" class="large" :class="{ two: shown.length > 1 }">
      <figure v-for="frame in shown" :key="frame!.id">
        <div v-if="frame!.has_preview" class="picture">
          <img :src="source(frame!)" :alt="alt(frame!)" />
          <template v-if="marked && frame!.marks">
            <i class="over" :style="laidOver(frame!, 'marked')"></i>
            <i class="over full" :style="laidOver(frame!, 'full')"></i>
          </template>
        </div>
        <div v-else class="blank">No picture of this frame was brought.</div>
        <figcaption>
          {{ alt(frame!) }}
          <template v-if="marked && frame!.marks">
            · <span class="swatch"></span> marked {{ percent(frame!.marks.marked) }} · <span class="swatch full"></span> data end
            {{ percent(frame!.marks.full) }} · marked, yet held {{ percent(frame!.marks.held) }}
          </template>
        </figcaption>
      </figure>
    </div>
    <ol ref="list">
      <li v-for="(frame, k) in frames" :key="frame.id">
        <button
          class="plain"
          :aria-current="k === at"
          :aria-label="alt(frame)"
          :class="{ kept: (frame.rating ?? 0) > 0, out: frame.rating === -1 }"
          @click="go(k)">
          <img v-if="frame.has_preview" :src="source(frame)" alt="" loading="lazy" />
          <span v-else class="none">{{ frame.name }}</span>
        </button>
      </li>
    </ol>
    <p v-if="now" class="deeds">
      <button class="link" @click="rate(3)">Keep</button>
      <button class="link" @click="rate(-1)">Pass over</button>
      <button class="link" @click="rate(null)">No verdict</button>
      <button class="link" @click="nextBurst">Next burst</button>
      <button v-if="compared" class="link" :aria-pressed="marked" @click="marked = !marked">Marks against the raw data</button>
      <button class="link" @click="emit('prove', now.id)">Against the plan</button>
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

.large {
  display: grid;
  gap: 6px;
}

.large.two {
  grid-template-columns: 1fr 1fr;
}

figure {
  margin: 0;
}

figure img {
  display: block;
  width: 100%;
  height: min(40vh, 340px);
  object-fit: contain;
  background: #000;
}

.picture {
  position: relative;
}

.over {
  position: absolute;
  inset: 0;
  background: repeating-linear-gradient(45deg, #fff 0 3px, #000 3px 6px);
  mask-size: contain;
  mask-position: center;
  mask-repeat: no-repeat;
}

.over.full,
.swatch.full {
  background: repeating-linear-gradient(-45deg, #000 0 2px, #fff 2px 4px);
}

.swatch {
  display: inline-block;
  width: 12px;
  height: 10px;
  background: repeating-linear-gradient(45deg, #fff 0 3px, #000 3px 6px);
  vertical-align: middle;
}

[data-theme='night-red'] .swatch,
[data-theme='night-red'] .over,
[data-theme='night-red'] img {
  filter: grayscale(1) brightness(0.55) sepia(1) hue-rotate(-45deg) saturate(5);
}

.blank {
  display: grid;
  place-items: center;
  min-height: 120px;
  border: 1px dashed var(--edge);
  color: var(--soft);
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
