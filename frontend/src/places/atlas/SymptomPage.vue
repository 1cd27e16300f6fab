<script setup lang="ts">
/** From what went wrong and the values that stood, to ranked causes, a test that decides and a remedy. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answered, client } from '@/api/client'
import type { RankedCause } from '@/api/types'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { sayValue, settingOf, tables } from '@/shared/tables'
import { repinned, withPins } from '@/planning/pins'
import { lastSituation } from '@/planning/useCase'
import { useShootPlans } from './useShootPlans'

const props = defineProps<{ id: string }>()
const router = useRouter()
const symptoms = computed(() => tables.value?.symptoms ?? [])
const { shoot, plans, requests } = useShootPlans()
const situationId = ref(lastSituation.value)
watch(requests, (all) => {
  if (all.length && !all.some((item) => item.planned.situation.id === situationId.value)) situationId.value = all[0]!.planned.situation.id
})
const made = computed(() => plans.data.value?.find((item) => item.planned.situation.id === situationId.value))
const causes = useQuery({
  queryKey: computed(() => ['causes', props.id, made.value?.request, made.value?.plan.setup]),
  enabled: computed(() => Boolean(props.id && made.value)),
  queryFn: () => answered(client.POST('/api/v1/causes', { body: { ...made.value!.request, setup: made.value!.plan.setup, symptom: props.id } })),
})
const done = ref<string | null>(null)
watch(
  () => [props.id, situationId.value],
  () => (done.value = null),
)

function apply(cause: RankedCause): void {
  const planned = made.value?.planned
  if (!planned || !cause.remedy) return
  edit('situations', repinned(planned, withPins(planned.pins, cause.remedy.changes)))
  done.value = cause.remedy.label
}
const said = (changes: Record<string, unknown>): string =>
  Object.entries(changes)
    .map(([id, value]) => {
      const entry = settingOf(id)
      return entry ? `${entry.label.toLowerCase()} ${sayValue(entry, value as never)}` : id
    })
    .join(', ')
</script>

<template>
  <div class="pageful">
    <p class="label">What went wrong</p>
    <h1>{{ symptoms.find((symptom) => symptom.id === id)?.label ?? 'What do you see?' }}</h1>
    <p v-if="!id" class="choices">
      <RouterLink v-for="symptom in symptoms" :key="symptom.id" :to="`/atlas/symptoms/${symptom.id}`">{{ symptom.label }}</RouterLink>
    </p>
    <template v-else>
      <p v-if="!shoot" class="empty">
        Open the plan of the situation it happened in, then come back: the causes are ranked by its values.
        <RouterLink to="/shoots">To the shoots</RouterLink>
      </p>
      <template v-else>
        <ChoiceField
          v-model:value="situationId"
          class="where"
          label="It happened in"
          :options="requests.map((item) => ({ value: item.planned.situation.id, label: item.planned.situation.title }))"
          :hint="shoot.title" />
        <p v-if="done" class="sheet" role="status">
          Held in the plan: {{ done.toLowerCase() }}.
          <button class="link" @click="router.push(`/shoots/${shoot.id}/plan/${situationId}`)">See the plan</button>
        </p>
        <p v-if="causes.isPending.value" class="soft" aria-busy="true">Weighing the causes…</p>
        <p v-else-if="causes.error.value" class="stop" role="alert">{{ causes.error.value.message }}</p>
        <article v-for="(cause, at) in causes.data.value" :key="cause.title" class="cause">
          <header>
            <b>{{ at + 1 }}. {{ cause.title }}</b>
            <span class="share" :aria-label="`${Math.round(cause.likelihood * 100)} per cent likely`"
              ><i :style="{ width: `${cause.likelihood * 100}%` }"
            /></span>
            <span class="percent">{{ Math.round(cause.likelihood * 100) }} %</span>
          </header>
          <p>
            {{ cause.because }} <span v-if="cause.evidence" class="cost">{{ cause.evidence }}</span>
          </p>
          <p class="soft">To decide: {{ cause.test }}</p>
          <p v-if="cause.remedy">
            <button class="link" @click="apply(cause)">{{ cause.remedy.label }}</button>
            <span class="soft">holds {{ said(cause.remedy.changes) }}</span>
          </p>
        </article>
      </template>
    </template>
  </div>
</template>

<style scoped>
.pageful {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 8px;
}

.choices {
  display: grid;
  gap: 4px;
  font-size: 15px;
}

.where {
  max-width: 420px;
}

.cause {
  display: grid;
  gap: 2px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
}

header {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px 44px;
  gap: 12px;
  align-items: center;
}

.share {
  height: 8px;
  border: 1px solid var(--edge);
}

.share i {
  display: block;
  height: 100%;
  background: var(--ink);
}

.percent {
  text-align: right;
}
</style>
