<script setup lang="ts">
/** Practice: drills for what no tool decides in the moment; what is due stands first. */
import { Button } from 'ant-design-vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answered, client } from '@/api/client'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import IndexedPlace from '@/shared/IndexedPlace.vue'
import { fixed } from '@/shared/numberText'
import { useShortcuts } from '@/shared/shortcuts'
import { momentText } from '@/shared/times'
import { useOpenThing } from '@/shell/open'
import ClipPlayer from './ClipPlayer.vue'
import DrillAnswer from './DrillAnswer.vue'
import StopsTrack from './StopsTrack.vue'
import { useClock } from './useClock'
import { useDrill } from './useDrill'
import WeekSet from './WeekSet.vue'

const props = defineProps<{ kind?: string }>()
const router = useRouter()
/** Until it is known which body is one's own, nothing is asked: a drill that changes under the hands would lose its answer. */
const known = ref(false)
loadKind('bodies')
  .catch(() => undefined)
  .finally(() => (known.value = true))
const bodies = useEntries('bodies')
const bodyId = computed(() => bodies.value.map((entry) => currentOf(entry)!).find((body) => !body.archived)?.id ?? null)
const found = useQuery({ queryKey: ['practice-kinds'], queryFn: () => answered(client.GET('/api/v1/practice/kinds')), staleTime: 0 })
const kinds = computed(() => found.data.value?.kinds ?? [])
const shown = computed(() => kinds.value.find((each) => each.id === props.kind) ?? kinds.value[0] ?? null)
const { drill, score, failed, next, answer } = useDrill(
  () => (known.value ? (shown.value?.id ?? '') : ''),
  () => bodyId.value,
  () => due.value?.id ?? null,
  () => void found.refetch(),
)
const {
  seconds,
  found: quick,
  five,
} = useClock(
  () => drill.value,
  () => score.value,
)
const titles = computed(() => Object.fromEntries(kinds.value.map((each) => [each.id, each.title])))
const answers = computed(() => kinds.value.reduce((sum, each) => sum + each.trend.answers, 0))
const now = Date.now()
const isDue = (due: string | null): boolean => due === null || new Date(due).getTime() <= now
/** Another kind that is due before this one. */
const due = computed(() => {
  const first = kinds.value[0]
  return first && first.id !== shown.value?.id && isDue(first.due) ? first : null
})
function standing({ trend, due }: (typeof kinds.value)[number]): string {
  if (!trend.answers) return 'not tried yet'
  const off =
    trend.recent_stops === null
      ? ''
      : `, ${fixed(trend.recent_stops, 1)} stops off lately${trend.before_stops === null ? '' : `, ${fixed(trend.before_stops, 1)} before`}`
  return `${trend.right} of ${trend.answers} right${off}; ${isDue(due) ? 'due now' : `again ${momentText(due!)}`}`
}
function place(event: MouseEvent): void {
  if (drill.value?.measure !== 'point') return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  void answer({ place: { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height } })
}
/** Without a pointer the middle of a third is set: nine places by the keys 1 to 9, as on a number pad. */
function byKey(k: number): void {
  const asked = drill.value
  if (!asked || score.value) return
  if (asked.measure === 'point') void answer({ place: { x: (((k - 1) % 3) * 2 + 1) / 6, y: 1 - (Math.floor((k - 1) / 3) * 2 + 1) / 6 } })
  else if (asked.measure === 'choice' && asked.choices[k - 1]) void answer({ choice: asked.choices[k - 1]!.id })
}
useOpenThing(() => shown.value?.title ?? 'Practice')
useShortcuts([
  { keys: 'N', does: 'The next drill', run: () => void next() },
  ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map((k) => ({ keys: String(k), does: `Answer ${k}`, run: () => byKey(k) })),
])
</script>

<template>
  <IndexedPlace
    title="Practice"
    about="A few minutes each; what you begin to forget comes back."
    index-label="Drills"
    :failed="found.error.value?.message"
    :index-px="290"
    part-first>
    <template #index>
      <RouterLink v-for="each in kinds" :key="each.id" :to="`/practice/${each.id}`" :class="{ on: each.id === shown?.id }">
        <b>{{ each.title }}</b> <span class="soft">{{ standing(each) }}</span>
        <StopsTrack :stops="each.stops" :title="each.title" />
      </RouterLink>
    </template>
    <div class="drill">
      <p v-if="failed" class="stop" role="alert">{{ failed }} <button class="link" @click="next">Ask again</button></p>
      <template v-if="drill && shown">
        <h2>{{ shown.title }}</h2>
        <p class="question">{{ drill.question }}</p>
        <p v-if="drill.timed" class="soft clock" role="timer">
          {{ fixed(seconds, 1) }} s<template v-if="five !== null">; the last five took {{ fixed(five, 0) }} s</template
          ><template v-else-if="quick">; {{ quick }} of five found</template>
        </p>
        <ClipPlayer v-if="drill.clip.length" :pictures="drill.clip" :per-s="drill.clip_per_s" />
        <div class="pictures">
          <button
            v-for="(picture, k) in drill.pictures"
            :key="k"
            type="button"
            class="picture"
            :class="{ aimed: drill.measure === 'point' && !score }"
            :disabled="drill.measure !== 'point' || score !== null"
            :aria-label="
              drill.measure === 'point'
                ? 'The scene: press where the meter point goes, or a key from 1 to 9 for a ninth of it'
                : `Picture ${k + 1} of the drill`
            "
            @click="place">
            <img :src="picture" alt="" />
          </button>
        </div>
        <DrillAnswer :drill="drill" :done="score !== null" @answer="answer" />
        <section v-if="score" class="score" :class="score.right ? 'right' : 'wrong'" role="status" aria-label="Score">
          <p>
            <b>{{ score.reason }}</b>
          </p>
          <Button type="primary" @click="next">The next one (N)</Button>
          <Button v-if="due" @click="router.push(`/practice/${due.id}`)">{{ due.title }} is due</Button>
        </section>
      </template>
      <p v-else-if="!failed" class="soft" aria-busy="true">Drawing a scene…</p>
      <WeekSet v-if="kinds.length" :titles="titles" :answers="answers" />
    </div>
  </IndexedPlace>
</template>

<style scoped>
a .soft {
  display: block;
  font-size: 12px;
}

.drill {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
}

.question {
  max-width: 680px;
  font-size: 15px;
  line-height: 1.4;
}

.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: flex-end;
}

.picture {
  padding: 0;
  border: 0;
  background: var(--well);
  cursor: default;
}

.picture.aimed {
  cursor: crosshair;
}

.picture img {
  display: block;
  max-width: 100%;
}

.score {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  max-width: 680px;
  padding: 8px 12px;
  border-left: 4px solid var(--move);
  background: var(--sheet);
}

.score p {
  width: 100%;
}

.score.wrong {
  border-color: var(--cost);
}
</style>
