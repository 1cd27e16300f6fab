<script setup lang="ts">
/** One question practitioners disagree on: the schools, when each wins, and which the shoot follows. */
import { computed } from 'vue'
import type { Schools } from '@/api/types'
import { settingOf, tables } from '@/shared/tables'
import { useShootPlans } from './useShootPlans'

const props = defineProps<{ id: string }>()
const question = computed(() => tables.value!.schools.find((item) => item.id === props.id)!)
const { shoot, requests } = useShootPlans()
const followed = computed(() =>
  requests.value.map(({ planned }) => {
    const school = String(planned.preferences.schools[props.id as keyof Schools])
    return { planned, label: question.value.options.find((option) => option.id === school)?.label ?? school }
  }),
)
</script>

<template>
  <div class="pageful">
    <p class="label">Schools</p>
    <h1>{{ question.label }}</h1>
    <p class="text">{{ question.about }}</p>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">School</th>
          <th scope="col">Wins when</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="school in question.options" :key="school.id">
          <th scope="row">{{ school.label }}</th>
          <td>{{ school.wins_when }} <span v-if="school.id === question.default" class="soft">Followed unless you choose another.</span></td>
        </tr>
      </tbody>
    </table>
    <p class="soft">A school is a choice, never an error: no check fires for following another.</p>
    <h2>It decides</h2>
    <p>
      <template v-for="(setting, at) in question.settings" :key="setting"
        ><template v-if="at">, </template
        ><RouterLink :to="`/atlas/settings/${setting}`">{{ settingOf(setting)?.label.toLowerCase() }}</RouterLink></template
      >
    </p>
    <h2>{{ shoot ? `In ${shoot.title}` : 'In your shoot' }}</h2>
    <p v-if="!shoot" class="soft">Open a shoot’s plan and come back.</p>
    <p v-for="item in followed" :key="item.planned.situation.id">
      <RouterLink :to="`/shoots/${item.planned.shoot_id}/plan/${item.planned.situation.id}`">{{ item.planned.situation.title }}</RouterLink>:
      {{ item.label }}
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

.list {
  margin: 8px 0;
}

h2 {
  margin-top: 12px;
}
</style>
