<script setup lang="ts">
/** Keep rates by a setting, each with the interval it lies in; few frames are said to be few. */
import { computed, ref } from 'vue'
import type { KeepRate } from '@/api/types'
import PickRow from '@/shared/PickRow.vue'
import { fixed } from '@/shared/numberText'

const props = defineProps<{ rates: Record<string, KeepRate[]> }>()
const LABELS: Record<string, string> = { shutter: 'Shutter', iso: 'ISO', aperture: 'Aperture', compensation: 'Compensation' }
const options = computed(() =>
  Object.entries(LABELS)
    .filter(([by]) => props.rates[by]?.length)
    .map(([value, label]) => ({ value, label })),
)
const by = ref('shutter')
const shown = computed(() => props.rates[by.value] ?? props.rates[options.value[0]?.value ?? ''] ?? [])
const percent = (share: number): string => `${fixed(share * 100, share < 0.1 ? 1 : 0)} %`
</script>

<template>
  <div v-if="options.length">
    <PickRow v-model:value="by" label="Kept by" spoken :options="options" />
    <table>
      <thead>
        <tr>
          <th scope="col">{{ LABELS[by] }}</th>
          <th scope="col">frames</th>
          <th scope="col">kept</th>
          <th scope="col">rate</th>
          <th scope="col">between</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="rate in shown" :key="rate.label">
          <th scope="row">{{ rate.label }}</th>
          <td>{{ rate.frames }}</td>
          <td>{{ rate.kept }}</td>
          <td>{{ percent(rate.share) }}</td>
          <td>{{ percent(rate.low) }} – {{ percent(rate.high) }} <span v-if="rate.small" class="soft">few frames</span></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
table {
  width: 100%;
  margin-top: 4px;
  border-collapse: collapse;
  font-size: 12px;
}

th,
td {
  padding: 3px 8px 3px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
}

thead th {
  border: 0;
  font-weight: 600;
}
</style>
