<script setup lang="ts">
/** What a run told: figures with their intervals, curves, frames that did not belong, what is offered to the kit, and how it was done. */
import { Button } from 'ant-design-vue'
import { computed } from 'vue'
import type { BenchRun, Figure } from '@/api/types'
import { useFoundation } from '@/planning/useFoundation'
import { edit } from '@/saving/undo'
import { significant } from '@/shared/numberText'
import CurveChart from './CurveChart.vue'

const props = defineProps<{ run: BenchRun; how: readonly string[] }>()
const emit = defineEmits<{ taken: [place: number] }>()
const foundation = useFoundation()
const outcome = computed(() => props.run.outcome!)
const FIGURES = 3

const value = (figure: Figure, of: number): string =>
  figure.unit === 'of all' || figure.unit === 'of the mean'
    ? `${Math.round(of * 100)} %`
    : figure.unit === 's' && of > 0 && of < 0.4
      ? `1/${Math.round(1 / of)} s`
      : `${significant(of, FIGURES)} ${figure.unit}`
const source = computed(() =>
  props.run.source === 'simulated'
    ? `simulated frames, seed ${props.run.seed}`
    : props.run.source === 'notes'
      ? 'your notes'
      : `${props.run.files.length} files`,
)
/** Narrow enough for what the figure is used for? */
const isSure = (figure: Figure): boolean => figure.within == null || (figure.high - figure.low) / 2 <= figure.within

function take(place: number): void {
  const { body, figure } = outcome.value.offers[place]!
  if (body) edit('bodies', body)
  if (figure) foundation.change((now) => ({ figures: { ...now.figures, [figure.name]: figure.own } }), `figure ${figure.name}`)
  emit('taken', place)
}
</script>

<template>
  <section class="outcome" aria-label="What it told">
    <h2>What it told</h2>
    <p class="told" role="status">{{ outcome.sentence }}</p>
    <table v-if="outcome.figures.length" class="list">
      <thead>
        <tr>
          <th scope="col">Figure</th>
          <th scope="col">Measured</th>
          <th scope="col">Lies between, 95 of 100</th>
          <th scope="col">From</th>
          <th scope="col" />
        </tr>
      </thead>
      <tbody>
        <tr v-for="figure in outcome.figures" :key="figure.id">
          <th scope="row">{{ figure.label }}</th>
          <td>
            <b>{{ value(figure, figure.value) }}</b>
          </td>
          <td>{{ value(figure, figure.low) }} and {{ value(figure, figure.high) }}</td>
          <td>{{ figure.n }}</td>
          <td :class="{ cost: !isSure(figure) }">{{ isSure(figure) ? '' : 'too wide to be used: take more frames' }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="outcome.offers.length" class="offers">
      <p v-for="(offer, place) in outcome.offers" :key="place">
        {{ offer.sentence }}
        <b v-if="run.taken.includes(place)" class="soft">Taken; undo puts it back.</b>
        <Button v-else type="primary" size="small" @click="take(place)">Take it into the kit</Button>
      </p>
      <p v-if="run.source === 'simulated'" class="soft">These frames are the simulated camera’s: taking the figure only shows how it works.</p>
    </div>
    <div class="curves"><CurveChart v-for="curve in outcome.curves" :key="curve.label" :curve="curve" /></div>
    <template v-if="outcome.faults.length">
      <h3>Frames</h3>
      <ul>
        <li v-for="(fault, k) in outcome.faults" :key="k" :class="{ cost: fault.refused }">
          <b>{{ fault.frame || 'The series' }}</b>: {{ fault.sentence }}
        </li>
      </ul>
    </template>
    <details>
      <summary>How it was done</summary>
      <ol>
        <li v-for="step in [...how, ...outcome.steps]" :key="step">{{ step }}</li>
      </ol>
    </details>
    <p class="soft">
      {{ run.kit }} · {{ source }} ·
      <a :href="`/api/v1/bench/report/${run.id}`" download>Report as Markdown with its pictures</a>
    </p>
  </section>
</template>

<style scoped>
.outcome {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 10px;
  margin-top: 18px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}

.told {
  font-size: 15px;
  line-height: 1.45;
}

.curves {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 16px;
}

.offers p {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
</style>
