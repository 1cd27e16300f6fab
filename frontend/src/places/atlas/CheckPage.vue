<script setup lang="ts">
/** One check: when it fires, what it means, what to do, and the settings it judges. */
import { computed } from 'vue'
import { tables } from '@/shared/tables'
import { useShootPlans } from './useShootPlans'

const props = defineProps<{ code: string }>()
const page = computed(() => tables.value!.checks.find((item) => item.code === props.code)!)
const judged = computed(() => (tables.value?.settings ?? []).filter((entry) => entry.fights.includes(props.code)))
const LEVELS = { stop: 'Stop: do not shoot like this', caution: 'Caution: it costs something you may not want', note: 'Note: good to know' } as const
const { shoot, plans } = useShootPlans()
const fired = computed(() =>
  (plans.data.value ?? []).flatMap(({ planned, plan }) =>
    plan.findings.filter((finding) => finding.code === props.code).map((finding) => ({ planned, finding })),
  ),
)
</script>

<template>
  <div class="pageful">
    <p class="label">Check · {{ page.group }}</p>
    <h1>{{ page.title }}</h1>
    <p :class="page.level === 'note' ? 'soft' : page.level === 'stop' ? 'stop' : 'cost'">{{ LEVELS[page.level] }}</p>
    <p class="text">{{ page.explanation }}</p>
    <h2>Fires when</h2>
    <p>{{ page.fires_when }}</p>
    <h2>What to do</h2>
    <p>{{ page.what_to_do }}</p>
    <template v-if="judged.length">
      <h2>Settings it judges</h2>
      <p>
        <template v-for="(entry, at) in judged" :key="entry.id"
          ><template v-if="at">, </template><RouterLink :to="`/atlas/settings/${entry.id}`">{{ entry.label.toLowerCase() }}</RouterLink></template
        >
      </p>
    </template>
    <h2>{{ shoot ? `In ${shoot.title}` : 'In your shoot' }}</h2>
    <p v-if="!shoot" class="soft">Open a shoot’s plan and come back.</p>
    <p v-else-if="plans.isPending.value" class="soft" aria-busy="true">Planning…</p>
    <p v-else-if="!fired.length" class="soft">It is silent in all its situations.</p>
    <p v-for="item in fired" :key="item.planned.situation.id">
      <RouterLink :to="`/shoots/${item.planned.shoot_id}/plan/${item.planned.situation.id}`">{{ item.planned.situation.title }}</RouterLink>:
      {{ item.finding.sentence }} <span v-if="item.finding.handled_by.length" class="soft">Handled by the plan.</span>
    </p>
  </div>
</template>

<style scoped>
.pageful {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 6px;
}

.text {
  font-size: 15px;
  line-height: 1.45;
}

h2 {
  margin-top: 12px;
}
</style>
