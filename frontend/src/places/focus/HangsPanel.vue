<script setup lang="ts">
/** Which assumption the verdict between the two setups hangs on: the difference with each much smaller and much larger. */
import { Button } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { HangsOn } from '@/api/types'
import { HANGS } from './words'
import type { Lab } from './useLab'

const props = defineProps<{ lab: Lab }>()
const found = ref<HangsOn[] | null>(null)
const asking = ref(false)
const failed = ref('')
const pair = computed(() => {
  const { scenario, plannedSetup, second } = props.lab
  return scenario.value && plannedSetup.value && second.value ? { scenario: scenario.value, first: second.value, second: plannedSetup.value } : null
})
watch(pair, () => (found.value = null))
async function ask(): Promise<void> {
  if (!pair.value) return
  asking.value = true
  failed.value = ''
  const asked = pair.value
  try {
    const answer = await answered(client.POST('/api/v1/focus/hangs-on', { body: { ...asked, seed: 1 } }))
    if (pair.value === asked) found.value = answer.hangs_on
  } catch (error) {
    failed.value = (error as Error).message
  } finally {
    asking.value = false
  }
}
const points = (share: number): string => `${share >= 0 ? '+' : '−'}${Math.abs(Math.round(share * 100))}`
</script>

<template>
  <div class="panel">
    <p v-if="!pair" class="soft">Try another setup beside the plan’s first; then see what the verdict between them hangs on.</p>
    <template v-else>
      <p class="soft">Points of sharp share that the other setup gains over the plan’s, with each assumption at 0.6 and at 1.6 times.</p>
      <Button :loading="asking" @click="ask">What does it hang on?</Button>
      <p v-if="asking" class="soft" aria-busy="true">Some seconds: every assumption is tried twice.</p>
      <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
      <table v-if="found">
        <thead>
          <tr>
            <th scope="col">Assumption</th>
            <th scope="col">× 0.6</th>
            <th scope="col">× 1.6</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in found.slice(0, 10)" :key="each.name" :class="{ turns: each.turns }">
            <th scope="row">{{ HANGS[each.name] ?? each.name }}<span v-if="each.turns"> (turns the verdict)</span></th>
            <td>{{ points(each.low) }}</td>
            <td>{{ points(each.high) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 12px;
}

th {
  padding: 2px 4px 2px 0;
  font-weight: 400;
  text-align: left;
}

thead th {
  color: var(--soft);
}

td {
  text-align: right;
}

.turns th {
  font-weight: 600;
}

tbody tr {
  border-top: 1px solid var(--rule);
}
</style>
