<script setup lang="ts">
/** The body carried beside: clocks, names, and every setting in which its frames would differ, made equal or kept apart. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { PlanInput, PlannedSituation } from '@/api/types'
import { useFoundation } from '@/planning/useFoundation'
import { currentOf, useEntry } from '@/saving/documents'
import FoldedList from './FoldedList.vue'

const props = defineProps<{ request: PlanInput; planned: PlannedSituation }>()
const entry = useEntry('bodies', () => props.planned.second_body_id ?? '')
const second = computed(() => (entry.value ? currentOf(entry.value) : null))
const { standOn, keepApart } = useFoundation()
const found = useQuery({
  queryKey: computed(() => ['two-bodies', props.request, second.value]),
  queryFn: () => answered(client.POST('/api/v1/two-bodies', { body: { ...props.request, second: second.value! } })),
  enabled: computed(() => second.value !== null),
  placeholderData: (before) => before,
})
const result = computed(() => found.data.value)
type Apart = NonNullable<typeof result.value>['apart'][number]
const differing = computed(() => (result.value?.apart ?? []).filter((each) => each.state === 'differs'))
const makeEqual = (which: readonly Apart[]): void =>
  standOn(
    props.planned,
    second.value!.id,
    which.map((each) => ({ setting: each.setting, value: each.equal ?? null })),
  )
</script>

<template>
  <FoldedList
    v-if="second && result"
    :name="`Beside ${second.name}`"
    :sentence="`Beside ${second.name}: ${result.sentence}`"
    :items="result.apart"
    foldable>
    <template #before>
      <p class="soft">{{ result.clocks }} {{ result.prefixes }}</p>
      <p v-if="differing.length > 1">
        <button class="link" @click="makeEqual(differing)">Make all {{ differing.length }} equal on {{ second.name }}</button>
      </p>
    </template>
    <template #said="{ each }">
      <b>{{ each.label }}</b> {{ result.first }}: {{ each.first }}; {{ result.second }}: {{ each.second }}.
      <span v-if="each.sentence" class="soft">{{ each.sentence }}</span>
    </template>
    <template #links="{ each }">
      <template v-if="each.state !== 'cannot'">
        <button class="link" :aria-label="`Make ${each.label} equal on ${result.second}`" @click="makeEqual([each])">Make equal</button>
        <button
          class="link"
          :aria-label="each.state === 'kept' ? `No longer keep ${each.label} apart` : `Keep ${each.label} apart`"
          @click="keepApart(planned, each.setting, each.state !== 'kept')">
          {{ each.state === 'kept' ? 'Kept apart; no longer' : 'Keep apart' }}
        </button>
      </template>
    </template>
  </FoldedList>
</template>
