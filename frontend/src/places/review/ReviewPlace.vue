<script setup lang="ts">
/** A shoot read back: each situation's frames beside its plan, what was kept, and what should change. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { SituationReview } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import { useShortcuts } from '@/shared/shortcuts'
import TwoColumns from '@/shared/TwoColumns.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { fixed } from '@/shared/numberText'
import { useOpenThing } from '@/shell/open'
import BurstBars from './BurstBars.vue'
import FrameLine from './FrameLine.vue'
import FindFrames from './FindFrames.vue'
import HabitsPanel from './HabitsPanel.vue'
import ImportPanel from './ImportPanel.vue'
import ProofLine from './ProofLine.vue'
import ProofRoundPanel from './ProofRoundPanel.vue'
import RatesTable from './RatesTable.vue'
import ReviewSide from './ReviewSide.vue'
import SituationCharts from './SituationCharts.vue'
import { useLooking } from './useLooking'
import { useReview } from './useReview'

const props = defineProps<{ shootId: string; situationId?: string }>()
const router = useRouter()
const review = useReview(() => props.shootId)
const { read, problem, loading, failed } = review
const found = computed(() => read.value?.review ?? null)
const shown = computed<SituationReview | null>(
  () => found.value?.situations.find((each) => each.situation_id === props.situationId) ?? found.value?.situations[0] ?? null,
)
const bringing = ref(false)
const proving = ref(false)
const habitsShown = ref(false)
const proven = ref('')
const looking = useLooking(review, shown)
const { title: lookedAt, chosen } = looking

function open(situation: SituationReview): void {
  void router.replace(`/shoots/${props.shootId}/review/${situation.situation_id}`)
}
watch(
  () => shown.value?.situation_id,
  () => {
    proven.value = ''
    looking.close()
  },
)
void loadKind('situations').catch(() => undefined)
const entries = useEntries('situations')
/** Every situation of the shoot, those without frames too: a frame can be put into each. */
const situationNames = computed(() =>
  entries.value.flatMap((entry) => {
    const planned = currentOf(entry)
    return planned?.shoot_id === props.shootId ? [{ id: planned.situation.id, title: planned.situation.title }] : []
  }),
)
const percent = (share: number): string => `${fixed(share * 100, share < 0.1 ? 1 : 0)} %`
const headline = computed(() => {
  const each = shown.value
  if (!each) return ''
  const kept = each.kept ? ` · ${each.kept.kept} kept (${percent(each.kept.share)}, ${percent(each.kept.low)} – ${percent(each.kept.high)})` : ''
  return `${each.frames} ${each.frames === 1 ? 'frame' : 'frames'} · ${each.bursts} ${each.bursts === 1 ? 'burst' : 'bursts'}${kept}`
})
function next(by: number): void {
  const list = found.value?.situations ?? []
  const at = list.findIndex((each) => each === shown.value)
  const to = list[at + by]
  if (to) open(to)
}
useOpenThing(() => (read.value ? `${read.value.title} · ${found.value?.frames ?? 0} frames` : ''))
useShortcuts([
  { keys: 'J', does: 'Next situation', run: () => next(1) },
  { keys: 'K', does: 'Previous situation', run: () => next(-1) },
])
</script>

<template>
  <WhileOpening v-if="loading || !found || !read" :loaded="!loading" :failed="problem?.message" what="shoot" />
  <div v-else-if="!found.frames" class="page">
    <div class="page-head"><h1>Review</h1></div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="read.deleted" class="foot">
      {{ read.deleted }} deleted frames of this shoot are kept.
      <button class="link" @click="review.bringBack()">Bring them back</button>
      <ConfirmLink :question="`Remove ${read.deleted} frames for good? Their history goes with them.`" yes="Remove" @confirm="review.removeForGood()">
        Remove for good
      </ConfirmLink>
    </p>
    <ImportPanel :shoot-id="shootId" first @arrived="review.again()" />
  </div>
  <TwoColumns v-else main="What the frames say" side="What should change" :side-px="352">
    <nav v-if="found.situations.length > 1" class="situations" aria-label="Situations">
      <button
        v-for="each in found.situations"
        :key="each.situation_id"
        class="plain"
        :aria-current="each === shown"
        :class="{ on: each === shown }"
        @click="open(each)">
        {{ each.title }} <span class="soft">{{ each.frames }}</span>
      </button>
    </nav>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="found.unassigned" class="boxed cost">
      {{ found.unassigned }} of {{ found.frames }} frames fit no situation: they were taken at other times, or by a clock that is wrong.
      {{ found.without_time ? `${found.without_time} say no time at all.` : '' }}
      Give the situations their hours in the plan, set a clock right, or
      <button class="link" @click="looking.these(found.unassigned_ids ?? [], 'Frames that fit no situation')">put them where they belong</button>
    </p>
    <FrameLine
      v-if="lookedAt && review.named.value.length"
      :frames="review.named.value"
      :title="lookedAt"
      :home-of="looking.homeOf.value"
      :situations="situationNames"
      :further="looking.further.value !== null"
      @judge="looking.judge"
      @worked="looking.worked"
      @move="looking.move"
      @prove="(id) => (proven = id)"
      @further="looking.further.value !== null && looking.through(looking.further.value)"
      @close="looking.close" />
    <ProofLine v-if="proven && shown" :shoot-id="shootId" :situation-id="shown.situation_id" :frame-id="proven" @close="proven = ''" />
    <template v-if="shown">
      <div class="head">
        <h1>{{ shown.title }}</h1>
        <span class="soft">{{ headline }}</span>
        <button class="link" @click="looking.through()">Look through</button>
        <RouterLink :to="`/shoots/${shootId}/plan/${shown.situation_id}`">To the plan</RouterLink>
      </div>
      <SituationCharts :of="shown" :chosen="chosen" @open="looking.around" @hole="(id) => looking.these([id], 'The frame after a hole in a burst')" />
      <p v-if="shown.thinned" class="soft">{{ shown.thinned }} frames that were not kept are left out of the drawing.</p>
      <BurstBars v-if="(shown.rates.place?.length ?? 0) > 1" :rates="shown.rates.place!" />
      <RatesTable :rates="shown.rates" />
    </template>
    <div v-else class="empty">
      <p>No frame fits a situation of this shoot.</p>
      <RouterLink :to="`/shoots/${shootId}/plan`">Give the situations their hours, a body and a lens</RouterLink>
    </div>
    <p class="foot">
      <button class="link" @click="bringing = !bringing">{{ bringing ? 'Close' : 'Bring more frames' }}</button>
      <button class="link" :aria-expanded="proving" @click="proving = !proving">Proof frames</button>
      <button v-if="shown" class="link" :aria-expanded="habitsShown" @click="habitsShown = !habitsShown">Habits</button>
      <a :href="`/api/v1/review/${shootId}/report?format=markdown`" download>Report</a>
      <a :href="`/api/v1/review/${shootId}/report?format=csv`" download>Frames as CSV</a>
      <a :href="`/api/v1/review/${shootId}/report?format=xmp`" download>Ratings as XMP</a>
      <ConfirmLink :question="`Delete all ${found.frames} frames of this shoot here? The files stay.`" yes="Delete" @confirm="review.removeAll()">
        Delete the frames
      </ConfirmLink>
    </p>
    <ImportPanel v-if="bringing" :shoot-id="shootId" :first="false" @arrived="review.again()" />
    <ProofRoundPanel v-if="proving" :shoot-id="shootId" @close="proving = false" />
    <HabitsPanel v-if="habitsShown || !shown" :shoot-id="shootId" :frames="found.frames" />
    <FindFrames />
    <template #side><ReviewSide :read="read" :shown="shown" :review="review" @evidence="(ids) => looking.these(ids)" /></template>
  </TwoColumns>
</template>

<style scoped>
.situations {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}

.situations button {
  min-height: 24px;
  border-bottom: 2px solid transparent;
}

.situations .on {
  border-color: var(--move);
}

.head,
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
</style>
