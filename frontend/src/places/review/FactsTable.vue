<script setup lang="ts">
/** Did the plan hold: each setting as planned and as it was. */
import type { SituationReview } from '@/api/types'
import { evText } from '@/shared/format'

defineProps<{ of: SituationReview }>()
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col"><span class="visually-hidden">Setting</span></th>
        <th scope="col">planned</th>
        <th scope="col">was</th>
      </tr>
    </thead>
    <tbody>
      <tr>
        <th scope="row">Light</th>
        <td>{{ evText(of.light_planned.middle) }}</td>
        <td v-if="of.light_seen">{{ evText(of.light_seen.middle) }}</td>
        <td v-else class="soft">not told: set by hand</td>
      </tr>
      <tr v-for="fact in of.facts" :key="fact.setting">
        <th scope="row">{{ fact.label }}</th>
        <td>{{ fact.planned }}</td>
        <td :class="{ cost: !fact.holds }">
          {{ fact.was }}<span v-if="!fact.holds" class="soft"> · {{ fact.as_planned }} of {{ fact.of }} as planned</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 12px;
}

th,
td {
  padding: 3px 8px 3px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
}

thead th {
  border: 0;
  font-weight: 600;
}
</style>
