<script setup lang="ts">
/** What should change, whether the plan held, the photographer's own figures, clocks and the logbook. */
import { computed } from 'vue'
import type { ReviewOut, SituationReview } from '@/api/types'
import AdviceCard from './AdviceCard.vue'
import FactsTable from './FactsTable.vue'
import LogbookPanel from './LogbookPanel.vue'
import type { useReview } from './useReview'

const props = defineProps<{ read: ReviewOut; shown: SituationReview | null; review: ReturnType<typeof useReview> }>()
const emit = defineEmits<{ evidence: [ids: string[]] }>()
const found = computed(() => props.read.review)

function setClock(body: string, ahead: number): void {
  void props.review.decide((now) => ({ ...now, ahead_s: { ...now.ahead_s, [body]: ahead } }))
}
</script>

<template>
  <div class="side-of-review">
    <h2>What should change</h2>
    <AdviceCard
      v-for="each in read.advice"
      :key="each.id"
      :advice="each"
      @accept="review.answer(each, 'accepted')"
      @decline="(because) => review.answer(each, 'declined', because)"
      @evidence="(ids) => emit('evidence', ids)" />
    <p v-if="!read.advice.length" class="soft">
      {{ found.judged ? 'Nothing these frames speak for strongly enough.' : 'Nobody judged the frames yet: look through them, or bring ratings.' }}
    </p>
    <template v-if="read.decisions.answered.length">
      <h3>Answered</h3>
      <ul>
        <li v-for="each in read.decisions.answered" :key="each.at">
          {{ each.title }}: {{ each.answer }}{{ each.because ? `, ${each.because}` : '' }}
          <button class="link" @click="review.takeBack(each.advice)">Take back</button>
        </li>
      </ul>
    </template>
    <template v-if="shown">
      <h2>Did the plan hold?</h2>
      <FactsTable :of="shown" />
      <ul v-if="shown.noticed.length">
        <li v-for="each in shown.noticed" :key="each.code">
          {{ each.sentence }} <button v-if="each.ids?.length" class="link" @click="emit('evidence', [...each.ids])">Show</button>
        </li>
      </ul>
    </template>
    <template v-if="found.figures.length">
      <h2>Your own figures</h2>
      <p v-for="each in found.figures" :key="each.name">
        <strong>{{ each.label }}.</strong> {{ each.sentence }}
      </p>
    </template>
    <template v-if="found.held_times?.length || found.compensations?.length">
      <h2>What your hand did</h2>
      <p v-for="each in found.held_times" :key="each.focal_mm">{{ each.sentence }}</p>
      <template v-if="found.compensations?.length">
        <h3>Compensation, by light</h3>
        <p v-for="each in found.compensations" :key="each.light">{{ each.sentence }}</p>
      </template>
    </template>
    <template v-if="found.gaps?.length">
      <h2>Marks against the raw data</h2>
      <p v-for="each in found.gaps" :key="each.body + each.look">
        <strong>{{ each.body }}, {{ each.look }}.</strong> {{ each.sentence }}
      </p>
    </template>
    <template v-if="found.clocks.length || found.zones.length">
      <h2>Clocks</h2>
      <p v-for="each in found.zones" :key="`zone ${each.body}`">
        {{ each.sentence }}
        <button class="link" @click="setClock(each.body, (read.decisions.ahead_s[each.body] ?? 0) + each.ahead_s)">Move them</button>
      </p>
      <p v-for="each in found.clocks" :key="each.body">
        {{ each.sentence }}
        <button v-if="(read.decisions.ahead_s[each.body] ?? 0) !== each.ahead_s" class="link" @click="setClock(each.body, each.ahead_s)">
          Set it right
        </button>
        <button v-else-if="each.ahead_s" class="link" @click="setClock(each.body, 0)">As the files say</button>
      </p>
    </template>
    <LogbookPanel :decisions="read.decisions" :cost="read.cost.sentences" :shown="shown" @decide="(change) => review.decide(change)" />
  </div>
</template>

<style scoped>
.side-of-review {
  display: grid;
  gap: 8px;
}

ul {
  margin: 0;
  padding-left: 16px;
}

h2 {
  margin-top: 6px;
}
</style>
