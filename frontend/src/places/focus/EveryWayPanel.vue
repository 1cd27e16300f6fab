<script setup lang="ts">
/** Every area with every response, under a priority: sharp shares side by side, and three areas worth a button. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { AtHand, Cell, MatrixRequest, PlanInput } from '@/api/types'
import PickRow from '@/shared/PickRow.vue'
import { sayValue, settingOf } from '@/shared/tables'
import { useLatest } from '@/shared/useLatest'
import { fixed } from '@/shared/numberText'
import { requestFor } from '@/planning/useCase'
import { useFoundation } from '@/planning/useFoundation'
import { currentOf, useEntries } from '@/saving/documents'
import type { Lab } from './useLab'

const props = defineProps<{ lab: Lab }>()
const priority = ref<'release' | 'balanced' | 'focus'>('release')
const PRIORITIES = (['release', 'balanced', 'focus'] as const).map((value) => ({ value, label: say('af_priority', value) }))
const RESPONSES = ['locked_on', 'standard', 'responsive'] as const

function say(setting: string, value: string): string {
  const entry = settingOf(setting)
  return entry ? sayValue(entry, value) : value
}
const matrix = useLatest<MatrixRequest, { cells: Cell[] }>(
  'focus-matrix',
  () =>
    props.lab.scenario.value && props.lab.plannedSetup.value && props.lab.body.value
      ? ({
          scenario: props.lab.scenario.value,
          setup: { ...props.lab.plannedSetup.value, mode: 'continuous' },
          body: props.lab.body.value,
        } as MatrixRequest)
      : null,
  (asked) => answered(client.POST('/api/v1/focus/matrix', { body: asked })),
  600_000,
)
const rows = computed(() => {
  const cells = matrix.answer.value?.cells.filter((cell) => cell.priority === priority.value) ?? []
  return [...new Set(cells.map((cell) => cell.area))].map((area) => ({
    area,
    cells: RESPONSES.map((response) => cells.find((cell) => cell.area === area && cell.response === response)!),
  }))
})
const most = computed(() => Math.max(...rows.value.flatMap((row) => row.cells.map((cell) => cell.sharp.mean)), 0))
const isPlan = (cell: Cell): boolean => cell.area === props.lab.plannedSetup.value?.area && cell.response === props.lab.plannedSetup.value.response
function tryOut(cell: Cell): void {
  const mode = 'continuous'
  props.lab.note({ second: { ...props.lab.trial.value.second, mode, area: cell.area, response: cell.response, priority: cell.priority } })
}

/** The three areas for three buttons, over every situation of the shoot that has this body. */
const foundation = useFoundation()
const bodies = useEntries('bodies')
const lenses = useEntries('lenses')
const asking = ref(false)
const areas = ref<AtHand[] | null>(null)
const situations = computed<PlanInput[]>(() =>
  props.lab.situations.value
    .filter((planned) => planned.body_id === props.lab.planned.value?.body_id)
    .slice(0, 12)
    .flatMap((planned) => {
      const body = bodies.value.map(currentOf).find((each) => each?.id === planned.body_id)
      const lens = lenses.value.map(currentOf).find((each) => each?.id === planned.lens_id)
      return body && lens ? [requestFor(planned, body, lens, foundation.under(planned), props.lab.sky.value)] : []
    }),
)
async function three(): Promise<void> {
  asking.value = true
  try {
    areas.value = (await answered(client.POST('/api/v1/focus/areas', { body: { asked: situations.value, seed: 1 } }))).areas
  } finally {
    asking.value = false
  }
}
</script>

<template>
  <div class="panel">
    <PickRow v-model:value="priority" label="Priority" :options="PRIORITIES" />
    <p v-if="matrix.problem.value" class="stop" role="alert">{{ matrix.problem.value.message }}</p>
    <table :aria-busy="matrix.waiting.value">
      <caption class="visually-hidden">
        Sharp frames of a burst for each area and response
      </caption>
      <thead>
        <tr>
          <th scope="col">Area</th>
          <th v-for="response in RESPONSES" :key="response" scope="col">{{ say('af_response', response) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.area">
          <th scope="row">{{ say('af_area', row.area) }}</th>
          <td v-for="cell in row.cells" :key="cell.response" :class="{ top: cell.sharp.mean > most - 0.5 }">
            <button
              type="button"
              class="plain"
              :title="`${Math.round(cell.sharp_share.mean * 100)} % sharp, ${fixed(cell.released_per_s.mean, 1)} a second. Try it beside the plan’s.`"
              @click="tryOut(cell)">
              {{ Math.round(cell.sharp.mean) }}<span v-if="isPlan(cell)" aria-label="as planned"> ◂</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="matrix.waiting.value && !rows.length" class="soft" aria-busy="true">Every way is tried…</p>
    <p v-else class="soft">Sharp frames of a burst, mean of 60; the best are framed, ◂ is the plan’s. A cell is tried beside it.</p>
    <h3>Three areas for three buttons</h3>
    <Button :loading="asking" :disabled="!situations.length" @click="three">Over this body’s {{ situations.length }} situations</Button>
    <ol v-if="areas">
      <li v-for="each in areas" :key="each.area">
        <b>{{ say('af_area', each.area) }}</b>
        <span v-if="each.best_for.length"> for {{ each.best_for.join(', ') }}</span>
        <span class="soft"
          >: {{ each.saves_s < 0.05 ? 'saves next to nothing' : `without it ${fixed(each.saves_s, 1)} s more without a sharp frame` }}</span
        >
      </li>
    </ol>
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
  padding: 2px 4px;
  color: var(--soft);
  font-weight: 400;
  font-stretch: var(--narrow);
  text-align: left;
}

td {
  padding: 0;
  text-align: center;
}

td button {
  width: 100%;
  min-height: 24px;
  text-align: center;
}

td.top {
  outline: 1px solid var(--ink);
  outline-offset: -2px;
}

tbody tr {
  border-top: 1px solid var(--rule);
}

ol {
  padding-left: 18px;
  font-size: 12px;
}
</style>
